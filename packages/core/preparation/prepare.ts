import { zeros, columnOf, type Matrix } from '../algebra/matrix';
import { quietHost, stretch, type Host } from '../host';
import { Problem } from '../problem';
import { missingCount, numberAt, type NumberColumn } from '../table/column';
import type { Table } from '../table/table';
import { robustSd } from './outliers';
import { prepareMatrix } from './prepareMatrix';
import { measureOf, treat, type MeasureSetAside, type Treated, type Treatment } from './treat';

export const SCALES = ['unit-variance', 'centre', 'range', 'robust', 'none'] as const;
/**
 * How measures are made comparable. All but the last are centred, and divided by the standard deviation (n − 1), by
 * nothing, by the range, or by the robust standard deviation (1.4826 MAD); `none` leaves origin and unit as they are,
 * and every spread is then about zero.
 */
export type Scale = (typeof SCALES)[number];

/** Preparation at rest: rows with gaps left out, nothing else treated, unit variance. */
export const PLAIN_PREPARATION = {
  rowsAside: { of: '', rows: [] },
  only: [],
  supplementary: [],
  repeats: 'keep',
  repeatKeys: [],
  missing: 'leave-out-rows',
  imputation: 2,
  reversed: {},
  gapsAllowed: 1,
  outliers: 'none',
  reach: 1.5,
  unfenced: [],
  rowTransform: 'none',
  transform: 'none',
  transforms: {},
  scale: 'unit-variance',
  weighting: 'proportional',
  cases: null,
} satisfies Omit<PreparationInput, 'measures' | 'weight'>;

export const WEIGHTINGS = ['proportional', 'counts'] as const;
/**
 * What row weights are: real weights, rescaled to sum to n (divisor n − 1), or counts of how often a row stands for
 * itself (divisor Σw − 1, the same as repeating rows).
 */
export type Weighting = (typeof WEIGHTINGS)[number];

export interface PreparationInput extends Treatment {
  /** Names of columns of numbers. */
  readonly measures: readonly string[];
  /** Name of the column of row weights, or null where every row counts once. */
  readonly weight: string | null;
  readonly weighting: Weighting;
  readonly scale: Scale;
  /** How many rows a given matrix was made from, where that is known. */
  readonly cases: number | null;
}

/** What was done to arrive at the prepared numbers, without the numbers themselves. */
export interface Account extends Omit<Treated, 'columns' | 'placed'> {
  /** Rows that are placed, not used. */
  readonly placedRows: Uint32Array;
  /** Rows behind the figures: those used, or those that a given matrix was made from; null where not known. */
  readonly n: number | null;
  readonly scale: Scale;
  /** Weighted means and standard deviations of the treated measures over the rows used; 0, and about 0, where nothing is scaled. */
  readonly means: Float64Array;
  readonly sds: Float64Array;
  /** What each centred measure was divided by. */
  readonly divisors: Float64Array;
  /** Means and standard deviations of the measures as they stand in the table, over the rows used. */
  readonly originalMeans: Float64Array;
  readonly originalSds: Float64Array;
  /** A weight per row used, or null where all are 1. Real weights sum to n. */
  readonly weights: Float64Array | null;
  /** What cross-products are divided by: n − 1, or Σw − 1 for counts. */
  readonly divisor: number;
}

export interface Prepared extends Account {
  /** Rows used × measures used, centred and scaled; NaN where an entry is missing and kept. */
  readonly values: Matrix;
  /** Rows placed × measures used, centred and scaled as the others were. */
  readonly placedValues: Matrix;
  /** How many entries of `values` are missing. */
  readonly gaps: number;
  /** Covariances of the scaled measures, where the table gives them in place of rows. */
  readonly given: Matrix | null;
}

/**
 * The matrix that every method works from: the measures treated, centred and scaled. Measures that have no entries or
 * do not vary are set aside by name.
 *
 * @param treated the measures as {@link treatFor} leaves them, where they are at hand
 * @throws Problem when fewer than two measures or two rows are left, or an entry cannot be treated
 */
export function prepare(
  table: Table,
  input: PreparationInput,
  host: Host = quietHost,
  treated?: Treated,
): Prepared {
  if (table.matrix !== null) return prepareMatrix(table, table.matrix, input);
  if (input.measures.length < 2) throw tooFewMeasures(input.measures.length, []);
  const weight = input.weight === null ? null : measureOf(table, input.weight);
  treated ??= treatFor(table, input, stretch(host, 0, 0.6));
  const { rows } = treated;
  if (rows.length < 2) throw tooFewRows(table, treated);
  const { weights, divisor } = rowWeights(weight, rows, input.weighting);

  const constant: MeasureSetAside[] = [];
  const kept: {
    name: string;
    /** Its place among the treated measures. */
    from: number;
    mean: number;
    origin: number;
    shift: number;
    sd: number;
    by: number;
    original: Moments;
  }[] = [];
  treated.measures.forEach((name, j) => {
    host.progress(0.6 + (0.4 * j) / treated.measures.length);
    const values = treated.columns[j]!;
    const moments = momentsOf(values, weights, divisor);
    if (moments === null) {
      constant.push({ name, because: 'constant' });
      return;
    }
    const by = divisorOf(values, moments.sd, input.scale);
    const about = input.scale === 'none' ? aboutZero(values, weights, divisor) : moments;
    kept.push({ name, from: j, ...about, by, original: originalMoments(measureOf(table, name), rows) });
  });
  const measuresSetAside = [...treated.measuresSetAside, ...constant];
  if (kept.length < 2) throw tooFewMeasures(kept.length, measuresSetAside);

  const { columns, placed, ...account } = treated;
  const values = zeros(rows.length, kept.length);
  const placedValues = zeros(placed.rows.length, kept.length);
  kept.forEach((measure, j) => {
    scaleInto(columnOf(values, j), columns[measure.from]!, measure);
    scaleInto(columnOf(placedValues, j), placed.columns[measure.from]!, measure);
  });
  return {
    ...account,
    placedRows: placed.rows,
    n: rows.length,
    measures: kept.map(({ name }) => name),
    measuresSetAside,
    scale: input.scale,
    means: Float64Array.from(kept, ({ mean }) => mean),
    sds: Float64Array.from(kept, ({ sd }) => sd),
    divisors: Float64Array.from(kept, ({ by }) => by),
    originalMeans: Float64Array.from(kept, ({ original }) => original.mean),
    originalSds: Float64Array.from(kept, ({ original }) => original.sd),
    weights,
    divisor,
    values,
    placedValues,
    gaps: nanCount(values.values),
    given: null,
  };
}

/** From the first value, as the mean was found: a large common offset costs no digits. */
function scaleInto(
  target: Float64Array,
  values: Float64Array,
  { origin, shift, by }: { readonly origin: number; readonly shift: number; readonly by: number },
): void {
  for (let i = 0; i < values.length; i++) target[i] = (values[i]! - origin - shift) / by;
}

function nanCount(values: Float64Array): number {
  let count = 0;
  for (let i = 0; i < values.length; i++) if (Number.isNaN(values[i]!)) count++;
  return count;
}

/** The treatment that a preparation asks for. */
export function treatFor(table: Table, input: PreparationInput, host: Host = quietHost): Treated {
  const weight = input.weight === null ? null : measureOf(table, input.weight);
  return treat(table, input.measures, weight, input, host, !['centre', 'none'].includes(input.scale));
}

function rowWeights(weight: NumberColumn | null, rows: Uint32Array, weighting: Weighting) {
  const n = rows.length;
  if (weight === null) return { weights: null, divisor: n - 1 };
  const weights = Float64Array.from(rows, row => numberAt(weight, row));
  const sum = weights.reduce((total, w) => total + w, 0);
  if (weighting === 'counts') {
    if (sum <= 1) {
      throw new Problem(
        'the counts sum to 1 or less',
        'Take the weights as proportions, or choose another column.',
        `weights “${weight.name}”`,
      );
    }
    return { weights, divisor: sum - 1 };
  }
  return { weights: weights.map(w => (w * n) / sum), divisor: n - 1 };
}

interface Moments {
  readonly mean: number;
  readonly sd: number;
}

/**
 * The weighted mean, as a first value and a shift from it so that a large common offset costs no digits, and the
 * standard deviation; null for a measure that does not vary.
 */
function momentsOf(values: Float64Array, weights: Float64Array | null, divisor: number) {
  const n = values.length;
  const origin = values.find(value => !Number.isNaN(value))!;
  let varies = false;
  let total = 0;
  let sum = 0;
  let absent = 0;
  for (let i = 0; i < n; i++) {
    const w = weights === null ? 1 : weights[i]!;
    if (Number.isNaN(values[i]!)) {
      absent += w;
      continue;
    }
    if (values[i] !== origin) varies = true;
    total += w;
    sum += w * (values[i]! - origin);
  }
  if (!varies) return null;
  const shift = sum / total;
  let squares = 0;
  for (let i = 0; i < n; i++) {
    if (Number.isNaN(values[i]!)) continue;
    const deviation = values[i]! - origin - shift;
    squares += (weights === null ? 1 : weights[i]!) * deviation * deviation;
  }
  const sd = Math.sqrt(squares / (divisor - absent));
  if (!Number.isFinite(sd) || sd === 0) {
    throw new Problem(
      'its values are too large or too close together for double precision',
      'Change its unit, or set it aside.',
      'a measure',
    );
  }
  return { mean: origin + shift, origin, shift, sd };
}

/** As {@link momentsOf}, about zero in place of the mean. */
function aboutZero(values: Float64Array, weights: Float64Array | null, divisor: number) {
  let squares = 0;
  let absent = 0;
  values.forEach((value, i) => {
    const w = weights?.[i] ?? 1;
    if (Number.isNaN(value)) absent += w;
    else squares += w * value * value;
  });
  return { mean: 0, origin: 0, shift: 0, sd: Math.sqrt(squares / (divisor - absent)) };
}

function divisorOf(values: Float64Array, sd: number, scale: Scale): number {
  switch (scale) {
    case 'unit-variance':
      return sd;
    case 'centre':
    case 'none':
      return 1;
    case 'range':
      return (
        values.reduce((a, b) => (b > a ? b : a), -Infinity) -
        values.reduce((a, b) => (b < a ? b : a), Infinity)
      );
    case 'robust':
      // Half the entries or more are equal: there is no robust spread, and the standard deviation serves.
      return robustSd(values) ?? sd;
  }
}

function originalMoments({ values, missing }: NumberColumn, rows: Uint32Array): Moments {
  const present = (row: number) => missing === null || missing[row] === 0;
  const origin = values[rows.find(present) ?? 0]!;
  let n = 0;
  let sum = 0;
  for (let i = 0; i < rows.length; i++) {
    if (!present(rows[i]!)) continue;
    n++;
    sum += values[rows[i]!]! - origin;
  }
  const shift = sum / n;
  let squares = 0;
  for (let i = 0; i < rows.length; i++) {
    if (!present(rows[i]!)) continue;
    const deviation = values[rows[i]!]! - origin - shift;
    squares += deviation * deviation;
  }
  return { mean: origin + shift, sd: Math.sqrt(squares / (n - 1)) };
}

function tooFewMeasures(count: number, setAside: readonly MeasureSetAside[]): Problem {
  const named = setAside.map(({ name, because }) => `“${name}” (${because})`).join(', ');
  return new Problem(
    `${count === 0 ? 'there is no measure' : 'there is only one measure'} to reduce${named && `; set aside: ${named}`}.`,
    'Give at least two varying columns of numbers the role measure in Table.',
  );
}

function tooFewRows(table: Table, { rows, measures, rowsLeftOut }: Treated): Problem {
  if (table.rows < 3) {
    return new Problem(
      `the table has ${table.rows} ${table.rows === 1 ? 'row' : 'rows'}, too few to compare.`,
      'Open a table with at least three rows.',
    );
  }
  const worst = measures
    .map(name => ({ name, missing: missingCount(measureOf(table, name)) }))
    .filter(({ missing }) => missing > 0)
    .sort((a, b) => b.missing - a.missing)
    .slice(0, 3)
    .map(({ name, missing }) => `“${name}” lacks ${missing}`)
    .join(', ');
  if (rowsLeftOut.some(({ step }) => step === 'outlier')) {
    return new Problem(
      `leaving out every row with an outlier leaves ${rows.length === 0 ? 'none' : 'one'} of ${table.rows}.`,
      'Pull outliers in instead, or widen the fences.',
    );
  }
  return new Problem(
    `${rows.length === 0 ? 'no row is' : 'only one row is'} complete, of ${table.rows}${worst && ` (${worst})`}.`,
    'Set the measures that lack the most aside in Table, or fill missing entries in question 2.',
  );
}
