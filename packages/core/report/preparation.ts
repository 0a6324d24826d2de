import type { Account, PreparationInput } from '../preparation/prepared';
import type { Recipe } from '../recipe/schema';
import type { NumberDescription } from '../table/describe';
import type { ColumnDescription } from '../table/describe';
import { extentOf } from '../recipe/extent';
import { sampleOf, type Table } from '../table/table';
import { count, figure, fixed } from '../writeup/format';
import { cell, type PrintTable } from '../writeup/printTable';
import { capital, listed, live, sentence, told, type LiveFigure, type Told } from '../writeup/told';

const LEFT_OUT: Readonly<Record<Account['rowsLeftOut'][number]['step'], string>> = {
  'set aside': 'set aside by hand',
  filter: 'left out by the conditions on rows',
  repeat: 'left out as repeats',
  missing: 'left out for missing measures',
  weight: 'left out for want of a weight',
  outlier: 'left out for an outlier',
  empty: 'left out, being empty',
};

const MISSING = {
  'leave-out-rows': 'Rows with a missing measure were left out',
  mean: 'Gaps were filled with the mean of their measure',
  median: 'Gaps were filled with the median of their measure',
  components: 'Gaps were filled by components (Josse and Husson 2012)',
  keep: 'Gaps were kept',
} as const;

const OUTLIERS = {
  none: 'outliers were left as they are',
  fences: 'values beyond the fences (Tukey 1977) were pulled in to these',
  'leave-out-rows': 'rows with a value beyond the fences (Tukey 1977) were left out',
  'robust-z': 'values beyond a robust z score (Iglewicz and Hoaglin 1993) were pulled in to it',
} as const;

const ROW_TRANSFORMS = {
  none: '',
  proportions: 'each row was turned into shares of its sum',
  hellinger: 'each row was turned into the roots of its shares (Legendre and Gallagher 2001)',
  'centred-log-ratio': 'each row was turned into centred log-ratios (Aitchison 1982)',
} as const;

const TRANSFORMS = {
  none: '',
  log: 'logarithms were taken',
  log1p: 'logarithms of 1 + x were taken',
  'square-root': 'square roots were taken',
  'box-cox': 'measures were transformed by the Box–Cox power (Box and Cox 1964)',
  'yeo-johnson': 'measures were transformed by the Yeo–Johnson power (Yeo and Johnson 2000)',
  ranks: 'measures were turned into ranks',
  'normal-scores': 'measures were turned into normal scores (Blom 1958)',
} as const;

const SCALES = {
  'unit-variance': 'measures were brought to unit variance',
  centre: 'measures were centred and kept their spreads',
  range: 'measures were centred and divided by their range',
  robust: 'measures were centred and divided by their robust standard deviation',
  none: 'measures were neither centred nor scaled',
} as const;

/** That rows are a sample, and what is of the whole. */
function wholeTold(table: Table, recipe: Recipe, { n, measures }: Account): Told[] {
  const sample = sampleOf(table);
  if (sample === null) return [];
  const by = sample.key === null ? 'all its columns' : sample.key;
  const drawn = told(
    'sample',
  )`Its rows are a sample of the ${live('all', count(sample.of, 'row'), 1)} of ${sample.table}, drawn by the least hash of ${by} with seed ${live('seed', whole(sample.seed), 1)}.`;
  if (extentOf(recipe, table) !== 'whole' || n === null) return [drawn];
  return [
    drawn,
    told(
      'whole',
    )`Moments are those of all ${live('complete', count(n, 'row'), 2)} that have all ${live('of', count(measures.length, 'measure'), 2)}, worked out where the table lies (Chan, Golub and LeVeque 1983): what follows from them is of the whole table; places of rows, resamples and all else that needs rows are of the sample.`,
  ];
}

/** What the table is and what was done to it, sentence by sentence. */
export function preparationTold(
  table: Table,
  recipe: Recipe,
  preparation: PreparationInput,
  account: Account,
): Told[] {
  const { rows, rowsLeftOut, measures, measuresSetAside, reversals, placedRows, n } = account;
  const labels = recipe.columns.filter(({ role }) => role === 'label').map(({ name }) => name);
  const steps = [...new Set(rowsLeftOut.map(({ step }) => step))];
  return [
    told(
      'table',
    )`The table ${table.name} has ${live('rows', count(table.rows, 'row'), 1)} and ${live('columns', count(table.columns.length, 'column'), 1)}, of which ${live('measures', whole(recipe.columns.filter(({ role }) => role === 'measure').length), 1)} are measures${labels.length === 0 ? '' : ` and ${listed(labels.slice(0, 6))}${labels.length > 6 ? ' and others' : ''} ${labels.length === 1 ? 'a label' : 'labels'}`}.`,
    ...wholeTold(table, recipe, account),
    sentence('rows', [
      live('used', count(n === null || rows.length > 0 ? rows.length : n, 'row'), 2),
      ' are used',
      ...steps.flatMap((step, place): (string | LiveFigure)[] => [
        place === 0 ? '; ' : ', ',
        live(step, whole(rowsLeftOut.filter(out => out.step === step).length), 2),
        ` ${rowsLeftOut.filter(out => out.step === step).length === 1 ? 'was' : 'were'} ${LEFT_OUT[step]}`,
      ]),
      ...(placedRows.length === 0
        ? []
        : ['; ', live('placed', whole(placedRows.length), 2), ' are only placed, and had no say']),
      '.',
    ]),
    ...(measuresSetAside.length === 0
      ? []
      : [
          told(
            'set aside',
          )`${live('aside', count(measuresSetAside.length, 'measure'), 2)} ${measuresSetAside.length === 1 ? 'was' : 'were'} set aside: ${listed(measuresSetAside.slice(0, 8).map(({ name, because }) => `${name} (${because})`))}${measuresSetAside.length > 8 ? ' and others' : ''}.`,
        ]),
    ...(reversals.length === 0
      ? []
      : [
          told(
            'reversed',
          )`${live('reversed', capital(count(reversals.length, 'measure')), 2)} ${reversals.length === 1 ? 'was' : 'were'} reversed on ${reversals.length === 1 ? 'its' : 'their'} scale: ${listed(reversals.slice(0, 12).map(({ measure }) => measure))}${reversals.length > 12 ? ' and others' : ''}.`,
        ]),
    ...(preparation.words === null
      ? [treatmentTold(preparation, account, measures.length)]
      : [wordsTold(preparation.words, measures.length)]),
    ...(preparation.weight === null
      ? []
      : [
          told(
            'weights',
          )`Rows weigh by ${preparation.weight}, ${preparation.weighting === 'counts' ? 'as counts of how often each stands for itself' : 'rescaled to sum to the number of rows'}.`,
        ]),
  ];
}

function treatmentTold(
  preparation: PreparationInput,
  { changes: { counts }, rowsLeftOut }: Account,
  measures: number,
): Told {
  const { missing, outliers, reach, rowTransform, transform, transforms, scale } = preparation;
  const filled: (string | LiveFigure)[] =
    counts.filled > 0 ? [' (', live('filled', count(counts.filled, 'entry', 'entries'), 2), ')'] : [];
  const pulled: (string | LiveFigure)[] =
    counts['pulled in'] > 0
      ? [' (', live('pulled', count(counts['pulled in'], 'entry', 'entries'), 2), `, reach ${figure(reach)})`]
      : [];
  const gapless =
    missing !== 'keep' && counts.filled === 0 && rowsLeftOut.every(({ step }) => step !== 'missing');
  return sentence('treatment', [
    gapless ? 'No measure had a missing entry' : MISSING[missing],
    ...filled,
    `; ${OUTLIERS[outliers]}`,
    ...pulled,
    rowTransform === 'none' ? '' : `; ${ROW_TRANSFORMS[rowTransform]}`,
    transform === 'none' ? '' : `; ${TRANSFORMS[transform]}`,
    transforms.length === 0
      ? ''
      : `; ${count(transforms.length, 'measure')} had a transform of ${transforms.length === 1 ? 'its' : 'their'} own`,
    '; then the ',
    live('treated', whole(measures), 2),
    ` ${SCALES[scale]}.`,
  ]);
}

const wordsTold = (words: NonNullable<PreparationInput['words']>, kept: number): Told =>
  told(
    'words',
  )`The texts of ${words.column} were split into words${words.common === null ? '' : `, the common words of ${words.common} left out`}${words.stem === null ? '' : ', forms of a word joined by their stem'}; ${live('words', count(kept, 'word'), 1)} in ${String(words.fewest)} texts at least were weighed by ${words.weighing}${words.unitLength ? ' and each text brought to unit length' : ''}.`;

const whole = (many: number): string => many.toLocaleString('en');

/** A number with as many decimals as three figures of a standard deviation have; as it is where these are too many. */
function asFineAs(sd: number, value: number): string {
  const decimals = sd > 0 ? Math.max(0, 2 - Math.floor(Math.log10(sd))) : NaN;
  return decimals <= 6 && Math.abs(value) < 1e7 ? fixed(value, decimals) : figure(value);
}

/** Measures that a description shows. */
const MOST_DESCRIBED = 200;

/** The measures as they stand in the table: over the rows used, and what is missing and the ends over all. */
export function descriptionPrint(
  recipe: Recipe,
  account: Account,
  description: readonly ColumnDescription[],
): PrintTable | null {
  const { measures, originalMeans, originalSds, words } = account;
  if (words !== null || measures.length === 0) return null;
  const of = new Map(description.map(column => [column.name, column]));
  const number = (name: string): NumberDescription | null => {
    const column = of.get(name);
    return column?.kind === 'number' ? column : null;
  };
  const wordings = new Map(recipe.columns.map(({ name, wording }) => [name, wording ?? '']));
  const shown = measures.slice(0, MOST_DESCRIBED);
  return {
    key: 'description',
    title: `The ${measures.length > shown.length ? `first ${shown.length} of ${whole(measures.length)}` : whole(measures.length)} measures`,
    head: ['measure', 'missing', 'mean', 'sd', 'least', 'most'],
    lines: shown.map((name, j) => {
      const sd = originalSds[j]!;
      const { least, most } = number(name) ?? { least: NaN, most: NaN };
      return {
        name,
        wording: wordings.get(name) ?? '',
        cells: [
          cell(of.get(name)?.missing.toLocaleString('en') ?? '–'),
          ...[originalMeans[j]!, sd, least, most].map(value => cell(asFineAs(sd, value))),
        ],
      };
    }),
    note: 'Means and standard deviations over the rows used, as the measures stand in the table; missing entries and ends over all rows.',
    question: 1,
  };
}
