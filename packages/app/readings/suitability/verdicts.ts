import { adequacyBand, type Doubt } from '@wold/core/suitability/doubt';
import type { Suitability } from '@wold/core/suitability/suitability';
import { figure, fixed, percent } from '../../charts/format';

/** A figure that speaks for or against reducing, with its rule, its source, and what follows. */
export interface Verdict {
  readonly name: string;
  readonly value: string;
  readonly good: boolean | null;
  /** Whether it guides the choice of a method rather than speaks for or against reducing. */
  readonly guides?: boolean;
  readonly follows: string;
  readonly rule: string;
}

const LEAST_ROWS = 5;
const ILL = 1e4;
const FEW_RELATED = 0.2;

/** A small p as people write it. */
export const pWords = (p: number): string => (p < 0.001 ? '<\u00a0.001' : fixed(p, 3).replace(/^0/, ''));

/** A measure with more zeros than this is mostly empty. */
const MOSTLY_ZEROS = 0.5;
const SKEWED = 2;
const PEAKED = 7;

function zerosVerdict({ measures }: Suitability): Verdict {
  const known = measures.filter(({ zeros }) => !Number.isNaN(zeros));
  const all = known.reduce((sum, { zeros }) => sum + zeros, 0) / known.length;
  const empty = known.filter(({ zeros }) => zeros > MOSTLY_ZEROS);
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
    rule: 'no measure with more than half zeros (a rule of thumb)',
  };
}

function shapeVerdict({ measures }: Suitability): Verdict {
  const known = measures.filter(({ skewness }) => !Number.isNaN(skewness));
  const far = known.filter(
    ({ skewness, kurtosis }) => Math.abs(skewness) > SKEWED || Math.abs(kurtosis) > PEAKED,
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
    rule: '|skewness| under 2, |excess kurtosis| under 7 (West, Finch and Curran 1995)',
  };
}

/** The verdicts over all measures. */
export function verdictsOf(found: Suitability, doubts: readonly Doubt[]): Verdict[] {
  const p = found.measures.length;
  const { n, kmo, bartlett, mardia } = found;
  const singular = found.dependent.length > 0;
  const rows = n === null ? NaN : n / p;
  return [
    {
      name: 'Sampling adequacy (KMO)',
      value: singular ? '–' : `${fixed(kmo, 2)}, ${adequacyBand(kmo)}`,
      good: singular ? null : kmo >= 0.6,
      follows: singular
        ? 'It needs correlations that can be inverted.'
        : kmo >= 0.6
          ? 'Measures share enough to be reduced.'
          : 'Pairs relate, but not by what several measures share: factors will be poor.',
      rule: '.6 and over will do, .8 is good (Kaiser 1970; Kaiser and Rice 1974)',
    },
    {
      name: 'Bartlett’s sphericity',
      value:
        bartlett === null
          ? '–'
          : `χ² ${figure(bartlett.chiSquare, 4)}, ${bartlett.df.toLocaleString('en')} df, p\u00a0${pWords(bartlett.p)}`,
      good: bartlett === null ? null : bartlett.p < 0.05,
      follows:
        bartlett === null
          ? n === null
            ? 'It needs the number of rows: give it in question 1.'
            : 'It needs correlations that can be inverted.'
          : bartlett.p < 0.05
            ? `Some measures relate.${n !== null && n > 300 ? ' With so many rows nearly anything passes.' : ''}`
            : 'The measures may well be unrelated: nothing to reduce.',
      rule: 'p under .05 (Bartlett 1951); a large n makes it easy to pass',
    },
    {
      name: 'Determinant of R',
      value: singular
        ? '0'
        : `${figure(Math.exp(found.logDeterminant))}, ln ${figure(found.logDeterminant, 4)}`,
      good: !singular,
      follows: singular
        ? `Singular: ${found.dependent
            .slice(0, 3)
            .map(({ measure, on }) => `${measure} follows from ${on.slice(0, 3).join(', ')}`)
            .join('; ')}${found.dependent.length > 3 ? ' …' : ''}. Components can still be had, factors not.`
        : 'No measure follows wholly from the others.',
      rule: 'above 0',
    },
    {
      name: 'Condition of R',
      value: Number.isFinite(found.condition) ? figure(found.condition, 3) : '∞',
      good: found.condition < ILL,
      follows:
        found.condition < ILL
          ? 'Small changes of the data make small changes of the result.'
          : 'Some measures are nearly made of others: set one of each such group aside.',
      rule: 'largest over least eigenvalue, under 10,000',
    },
    {
      name: 'Rows per measure',
      value: Number.isNaN(rows) ? '–' : `${fixed(rows, 1)} (${n!.toLocaleString('en')} rows)`,
      good: Number.isNaN(rows) ? null : rows >= LEAST_ROWS,
      follows: Number.isNaN(rows)
        ? 'The matrix does not say how many rows it was made from.'
        : rows >= LEAST_ROWS
          ? 'Enough rows for loadings that hold.'
          : 'Few rows: look in question 7 whether loadings hold, and keep few dimensions.',
      rule: '5 and over (Gorsuch 1983)',
    },
    {
      name: 'Pairs with |r| of .3 and over',
      value: percent(found.shareRelated),
      good: found.shareRelated >= FEW_RELATED,
      follows:
        found.shareRelated >= FEW_RELATED
          ? 'There are relations to sum up.'
          : 'Most measures go their own way: expect many thin dimensions.',
      rule: 'a fifth of the pairs or more (a rule of thumb)',
    },
    zerosVerdict(found),
    shapeVerdict(found),
    {
      name: 'Normality of all together',
      value:
        mardia === null
          ? '–'
          : `kurtosis ${figure(mardia.kurtosis, 4)}, p\u00a0${pWords(mardia.kurtosisP)}${
              mardia.skewnessP === null ? '' : `; skewness p\u00a0${pWords(mardia.skewnessP)}`
            }`,
      guides: true,
      good: mardia === null ? null : mardia.kurtosisP >= 0.05 && (mardia.skewnessP ?? 1) >= 0.05,
      follows:
        mardia === null
          ? 'It needs complete rows, more of them than measures.'
          : mardia.kurtosisP >= 0.05 && (mardia.skewnessP ?? 1) >= 0.05
            ? 'Any extraction may be used, maximum likelihood too.'
            : 'Components do not mind. For factors, extraction by principal axis or minimum residual is safer than maximum likelihood.',
      rule: 'p of .05 and over (Mardia 1970)',
    },
    {
      name: 'Doubtful measures',
      value: doubts.length.toLocaleString('en'),
      good: doubts.length === 0,
      follows:
        doubts.length === 0
          ? 'Every measure has its place.'
          : 'See the measures; each can be set aside there.',
      rule: 'by the rules of the brief',
    },
  ];
}
