import {
  adequacyBand,
  PLAIN_LIMITS,
  PLAIN_SUITABILITY,
  type Doubt,
  type SuitabilityLimits,
} from '@wold/core/suitability/doubt';
import type { TabledVerdict } from '../VerdictTable';
import type { Suitability } from '@wold/core/suitability/suitability';
import { figure, fixed, percent, pWords } from '@wold/core/writeup/format';

/** A figure that speaks for or against reducing, with its rule, its source, and what follows. */
export interface Verdict extends TabledVerdict {
  /** Whether it guides the choice of a method rather than speaks for or against reducing. */
  readonly guides?: boolean;
  /** The thresholds it goes by, which can be moved. */
  readonly by: readonly (keyof SuitabilityLimits)[];
}

/** What each threshold is, and how far it can be moved. */
export const LIMIT_WORDS: Readonly<
  Record<keyof SuitabilityLimits, { readonly name: string; readonly most: number }>
> = {
  kmo: { name: 'at least', most: 1 },
  p: { name: 'p of', most: 1 },
  condition: { name: 'under', most: 1e15 },
  rows: { name: 'at least', most: 1000 },
  pairs: { name: 'at least', most: 1 },
  zeros: { name: 'at most', most: 1 },
  skewness: { name: '|skewness| under', most: 100 },
  kurtosis: { name: '|excess kurtosis| under', most: 1000 },
};

function zerosVerdict({ measures }: Suitability, limits: SuitabilityLimits): Verdict {
  const known = measures.filter(({ zeros }) => !Number.isNaN(zeros));
  const all = known.reduce((sum, { zeros }) => sum + zeros, 0) / known.length;
  const empty = known.filter(({ zeros }) => zeros > limits.zeros);
  return {
    name: 'Zeros',
    value: known.length === 0 ? '–' : `${percent(all)}; ${empty.length} of ${known.length} mostly zeros`,
    guides: true,
    good: known.length === 0 ? null : empty.length === 0,
    follows:
      known.length === 0
        ? 'The table has no rows to count them in.'
        : empty.length === 0
          ? 'Too few to matter.'
          : `Shared zeros pass for likeness: for counts choose row proportions, Hellinger or log ratios in question 2 (most in ${[...empty].sort((a, b) => b.zeros - a.zeros)[0]!.measure}).`,
    rule: 'zeros in each measure; .5 by a rule of thumb',
    by: ['zeros'],
  };
}

function shapeVerdict({ measures }: Suitability, limits: SuitabilityLimits): Verdict {
  const known = measures.filter(({ skewness }) => !Number.isNaN(skewness));
  const far = known.filter(
    ({ skewness, kurtosis }) => Math.abs(skewness) > limits.skewness || Math.abs(kurtosis) > limits.kurtosis,
  );
  const worst = [...far].sort((a, b) => Math.abs(b.skewness) - Math.abs(a.skewness))[0];
  return {
    name: 'Normality of each measure',
    value: known.length === 0 ? '–' : `${far.length} of ${known.length} far from it`,
    guides: true,
    good: known.length === 0 ? null : far.length === 0,
    follows:
      worst === undefined
        ? known.length === 0
          ? 'The table has no rows to judge by.'
          : 'Any extraction may be used as far as single measures go.'
        : `A few rows may rule the correlations (most skewed: ${worst.measure}): transform in question 2, relate by ranks, or for factors extract by principal axis or minimum residual.`,
    rule: '2 and 7 by West, Finch and Curran 1995',
    by: ['skewness', 'kurtosis'],
  };
}

const MOST_NAMED = 4;

const listed = (names: readonly string[]): string =>
  names.length <= MOST_NAMED
    ? names.join(', ')
    : `${names.slice(0, MOST_NAMED).join(', ')} and ${names.length - MOST_NAMED} more`;

/** Whether measures follow from others, and from which. */
function definitenessWords({ definiteness, dependent, fewRows, least, weakest, n }: Suitability): string {
  if (definiteness === 'definite') return 'No measure follows wholly from the others.';
  if (definiteness === 'indefinite') {
    return `Not positive definite: the least eigenvalue is ${figure(least, 3)}, most of all by ${listed(weakest)}. No one set of rows has these correlations, as where each pair rests on rows of its own: fill gaps, or set one of these aside.`;
  }
  const which = dependent
    .slice(0, 3)
    .map(
      ({ measure, on }) => `${measure} ${on.length === 1 ? 'is the same as' : 'follows from'} ${listed(on)}`,
    );
  const why = [
    ...(fewRows ? [`${n!.toLocaleString('en')} rows do not tell so many measures apart`] : []),
    ...which,
    ...(dependent.length > 3 ? [`and ${dependent.length - 3} more`] : []),
  ];
  return `Singular${why.length > 0 ? `: ${why.join('; ')}` : ''}. Components can still be had, factors not.`;
}

function emptyCellsVerdict({ emptyCells, measures }: Suitability): Verdict {
  const pairs = (measures.length * (measures.length - 1)) / 2;
  const worst = emptyCells.slice(0, 2).map(({ a, b, cells }) => `${a} with ${b}, ${cells}`);
  return {
    name: 'Empty cells',
    value: `${emptyCells.length.toLocaleString('en')} of ${pairs.toLocaleString('en')} pairs`,
    good: emptyCells.length === 0,
    guides: true,
    follows:
      emptyCells.length === 0
        ? 'Every combination of categories has a row.'
        : `Their correlations lean on normality where there are no rows (most: ${worst.join('; ')}): join rare categories in question 1, or relate by Pearson’s or Spearman’s.`,
    rule: 'combinations of categories without a row (Savalei 2011)',
    by: [],
  };
}

/** What is sought among the measures, and what was found. */
export interface Sought {
  /** Whether common factors are: components do not mind measures that share too much or too little. */
  readonly common: boolean;
  /** How many measures each kept dimension of the reduction in hand leads; null where that is not known. */
  readonly leads: readonly number[] | null;
  /** The least adequacy of a measure, and the least of its largest correlation. */
  readonly adequate: number;
  readonly related: number;
}

const COMPONENTS: Sought = {
  common: false,
  leads: null,
  adequate: PLAIN_SUITABILITY.adequate,
  related: PLAIN_SUITABILITY.related,
};

/** The verdicts over all measures, in the order in which those who seek components or common factors look at them. */
export function verdictsOf(
  found: Suitability,
  doubts: readonly Doubt[],
  limits: SuitabilityLimits = PLAIN_LIMITS,
  sought: Sought = COMPONENTS,
): Verdict[] {
  const { common, leads } = sought;
  // What components do not mind guides the choice of a method, and speaks against nothing.
  const ofFactors = (verdict: Verdict): Verdict => (common ? verdict : { ...verdict, guides: true });
  const conditionVerdictOf = (of: Suitability) => ofFactors(conditionVerdict(of, limits));
  return [
    ofFactors(adequacyVerdict(found, limits)),
    sphericityVerdict(found, limits),
    ofFactors(determinantVerdict(found)),
    ...(common ? [adequaciesVerdict(found, sought)] : [conditionVerdictOf(found)]),
    rowsVerdict(found, limits),
    pairsVerdict(found, limits, leads),
    ...(common ? [unrelatedVerdict(found, sought), conditionVerdictOf(found)] : []),
    ...(found.kind === 'polychoric' ? [emptyCellsVerdict(found)] : []),
    zerosVerdict(found, limits),
    shapeVerdict(found, limits),
    normalityVerdict(found, limits),
    {
      name: 'Doubtful measures',
      value: doubts.length.toLocaleString('en'),
      good: doubts.length === 0,
      follows:
        doubts.length === 0
          ? 'Every measure has its place.'
          : 'See the measures; each can be set aside there.',
      rule: 'by the rules of the brief',
      by: [],
    },
  ];
}

function adequacyVerdict({ definiteness, kmo }: Suitability, limits: SuitabilityLimits): Verdict {
  const singular = definiteness !== 'definite';
  return {
    name: 'Sampling adequacy (KMO)',
    value: singular ? '–' : `${fixed(kmo, 2)}, ${adequacyBand(kmo)}`,
    good: singular ? null : kmo >= limits.kmo,
    follows: singular
      ? 'It needs correlations that can be inverted.'
      : kmo >= limits.kmo
        ? 'Measures share enough to be reduced.'
        : 'Pairs relate, but not by what several measures share: common factors will be poor. Components do not mind.',
    rule: '.6 will do, .8 is good (Kaiser 1970; Kaiser and Rice 1974)',
    by: ['kmo'],
  };
}

/** Of each measure by itself: what stands on the diagonal of the partial correlations. */
function adequaciesVerdict({ measures }: Suitability, { adequate }: Sought): Verdict {
  const known = measures.filter(({ kmo }) => !Number.isNaN(kmo)).toSorted((a, b) => a.kmo - b.kmo);
  const under = known.filter(({ kmo }) => kmo < adequate);
  const [least] = known;
  return {
    name: 'Adequacy of each measure',
    value: least === undefined ? '–' : `least ${fixed(least.kmo, 2)}, ${least.measure}`,
    good: least === undefined ? null : under.length === 0,
    follows:
      least === undefined
        ? 'It needs correlations that can be inverted.'
        : under.length === 0
          ? 'Every measure shares enough with the others. The matrix has partial correlations with these on its diagonal.'
          : `Shares too little with the others: ${listed(under.map(({ measure }) => measure))}. Set aside what no factor will explain.`,
    rule: `none under ${fixed(adequate, 2)}, by the brief (Kaiser and Rice 1974)`,
    by: [],
  };
}

/** Measures that go with no other. */
function unrelatedVerdict({ measures }: Suitability, { related }: Sought): Verdict {
  const alone = measures.filter(({ largest }) => Math.abs(largest) < related);
  return {
    name: 'Measures that go with no other',
    value: alone.length === 0 ? 'none' : `${alone.length} of ${measures.length.toLocaleString('en')}`,
    good: alone.length === 0,
    follows:
      alone.length === 0
        ? 'Each correlates with another.'
        : `No correlation of that size: ${listed(alone.map(({ measure }) => measure))}. No factor will explain it.`,
    rule: `a correlation of ${fixed(related, 2)} and over in size with at least one other, by the brief`,
    by: [],
  };
}

function sphericityVerdict({ n, bartlett }: Suitability, limits: SuitabilityLimits): Verdict {
  const verdict = {
    name: 'Bartlett’s sphericity',
    rule: 'p under it (Bartlett 1951); a large n makes it easy to pass',
    by: ['p'] as const,
  };
  if (bartlett === null) {
    const follows =
      n === null
        ? 'It needs the number of rows: give it in question 1.'
        : 'It needs correlations that can be inverted.';
    return { ...verdict, value: '–', good: null, follows };
  }
  const many = n !== null && n > 300 ? ' With so many rows nearly anything passes.' : '';
  return {
    ...verdict,
    value: `χ² ${figure(bartlett.chiSquare, 4)}, ${bartlett.df.toLocaleString('en')} df, p\u00a0${pWords(bartlett.p)}`,
    good: bartlett.p < limits.p,
    follows:
      bartlett.p < limits.p
        ? `Some measures relate.${many}`
        : 'The measures may well be unrelated: nothing to reduce.',
  };
}

/** Below this common factors become uncertain, as textbooks have it. */
const LEAST_DETERMINANT = 1e-5;

function determinantVerdict(found: Suitability): Verdict {
  const { definiteness, logDeterminant } = found;
  const value =
    definiteness === 'definite'
      ? `${figure(Math.exp(logDeterminant))}, ln ${figure(logDeterminant, 4)}`
      : definiteness === 'singular'
        ? '0'
        : '–';
  return {
    name: 'Determinant of R',
    value,
    good: definiteness === 'definite' && logDeterminant > Math.log(LEAST_DETERMINANT),
    follows:
      definiteness === 'definite' && logDeterminant <= Math.log(LEAST_DETERMINANT)
        ? 'Some measures nearly follow from others: for common factors set the closest of them aside. Components do not mind.'
        : definitenessWords(found),
    rule: 'above .00001 for common factors, by a rule of thumb of the field; 0 is singular',
    by: [],
  };
}

function conditionVerdict(
  { condition, definiteness, weakest }: Suitability,
  limits: SuitabilityLimits,
): Verdict {
  return {
    name: 'Condition of R',
    value: Number.isNaN(condition) ? '–' : Number.isFinite(condition) ? figure(condition, 3) : '∞',
    good: condition < limits.condition,
    follows:
      condition < limits.condition
        ? 'Small changes of the data make small changes of the result.'
        : definiteness === 'definite'
          ? `${listed(weakest)} are nearly made of each other: for common factors set one of them aside.`
          : 'See the determinant.',
    rule: 'largest over least eigenvalue; 10,000 by a rule of thumb',
    by: ['condition'],
  };
}

function rowsVerdict({ n, measures }: Suitability, limits: SuitabilityLimits): Verdict {
  const rows = n === null ? NaN : n / measures.length;
  return {
    name: 'Rows per measure',
    value: Number.isNaN(rows) ? '–' : `${fixed(rows, 1)} (${n!.toLocaleString('en')} rows)`,
    good: Number.isNaN(rows) ? null : rows >= limits.rows,
    follows: Number.isNaN(rows)
      ? 'The matrix does not say how many rows it was made from.'
      : rows >= limits.rows
        ? 'Enough rows for loadings that hold.'
        : 'Few rows: look in question 7 whether loadings hold, and keep few dimensions.',
    rule: '5 by Gorsuch 1983',
    by: ['rows'],
  };
}

/** Of the relations that the structure found would make, so large a share is to be there. */
const OF_EXPECTED = 0.6;

/** @param leads how many measures each kept dimension leads */
function pairsVerdict(
  { shareRelated, measures }: Suitability,
  limits: SuitabilityLimits,
  leads: readonly number[] | null,
): Verdict {
  const within = leads?.reduce((sum, m) => sum + (m * (m - 1)) / 2, 0) ?? NaN;
  const expected = within / ((measures.length * (measures.length - 1)) / 2);
  // Measures of several dimensions relate within these, and need not among them.
  const bound = expected > 0 ? Math.min(limits.pairs, OF_EXPECTED * expected) : limits.pairs;
  const good = shareRelated >= bound;
  const structure =
    expected > 0
      ? ` The ${leads!.length === 1 ? 'dimension' : `${leads!.length} dimensions`} kept would relate ${percent(expected)} of them.`
      : '';
  return {
    name: 'Pairs with |r| of .3 and over',
    value: percent(shareRelated),
    good,
    follows: `${
      good ? 'There are relations to sum up.' : 'Most measures go their own way: expect many thin dimensions.'
    }${structure}`,
    rule: `a share of the pairs by a rule of thumb, or .6 of those within the dimensions found where that is less`,
    by: ['pairs'],
  };
}

function normalityVerdict({ mardia }: Suitability, limits: SuitabilityLimits): Verdict {
  const verdict = {
    name: 'Normality of all together',
    guides: true,
    rule: 'p not under it (Mardia 1970)',
    by: ['p'] as const,
  };
  if (mardia === null) {
    const follows = 'It needs complete rows, more of them than measures.';
    return { ...verdict, value: '–', good: null, follows };
  }
  const { kurtosis, kurtosisP, skewnessP } = mardia;
  const good = Math.min(kurtosisP, skewnessP ?? 1) >= limits.p;
  const skewness = skewnessP === null ? '' : `; skewness p\u00a0${pWords(skewnessP)}`;
  return {
    ...verdict,
    value: `kurtosis ${figure(kurtosis, 4)}, p\u00a0${pWords(kurtosisP)}${skewness}`,
    good,
    follows: good
      ? 'Any extraction may be used, maximum likelihood too.'
      : 'Components do not mind. For factors, extraction by principal axis or minimum residual is safer than maximum likelihood.',
  };
}
