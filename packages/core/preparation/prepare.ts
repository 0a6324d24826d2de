import { zeros, columnOf, type Matrix } from '../algebra/matrix';
import { quietHost, stretch, type Host } from '../host';
import { Problem } from '../problem';
import { missingCount } from '../table/column';
import { momentsOf, squaresAbout, type Weights } from '../table/moments';
import type { Table } from '../table/table';
import { valuesIn } from './missing';
import { robustSd } from './outliers';
import { prepareMatrix } from './prepareMatrix';
import { divisorOver, rowWeights, type RowWeight, type Weighting } from './rowWeights';
import {
  measureOf,
  treat,
  type MeasureSetAside,
  type Treated,
  type Treatment,
  type TreatmentWay,
} from './treat';

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
  reversed: [],
  gapsAllowed: 1,
  outliers: 'none',
  reach: 1.5,
  unfenced: [],
  rowTransform: 'none',
  transform: 'none',
  transforms: [],
  scale: 'unit-variance',
  weighting: 'proportional',
  cases: null,
} satisfies Omit<PreparationInput, 'measures' | 'weight'>;

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
  /**
   * Rows that the figures stand on: those used, or Σw where weights are counts, or those that a given matrix was made
   * from; null where that is not known.
   */
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
  /** Whether the weights are counts. */
  readonly counts: boolean;
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
  /** How far an entry of these may be off, for the digits it is given with; 0 where there are rows. */
  readonly precision: number;
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
  treated ??= treatFor(table, input, stretch(host, 0, 0.6));
  const { rows } = treated;
  if (rows.length < 2) throw tooFewRows(table, treated);
  const { weights, n } = rowWeights(weightFor(table, input), rows);
  const counts = input.weight !== null && input.weighting === 'counts';

  const constant: MeasureSetAside[] = [];
  const kept: MeasureScale[] = [];
  treated.measures.forEach((name, j) => {
    host.progress(0.6 + (0.4 * j) / treated.measures.length);
    const found = scaleOf(name, j, treated.columns[j]!, weights, counts, input.scale);
    if (found === null) constant.push({ name, because: 'constant' });
    else kept.push(found);
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
  const originals = kept.map(({ name }) => {
    const moments = momentsOf(valuesIn(measureOf(table, name), rows), weights);
    const sd = Math.sqrt(moments.squares / divisorOver(moments, weights, counts));
    return { mean: moments.mean + moments.shift, sd };
  });
  return {
    ...account,
    placedRows: placed.rows,
    n,
    measures: kept.map(({ name }) => name),
    measuresSetAside,
    scale: input.scale,
    means: Float64Array.from(kept, ({ mean }) => mean),
    sds: Float64Array.from(kept, ({ sd }) => sd),
    divisors: Float64Array.from(kept, ({ by }) => by),
    originalMeans: Float64Array.from(originals, ({ mean }) => mean),
    originalSds: Float64Array.from(originals, ({ sd }) => sd),
    weights,
    counts,
    divisor: n - 1,
    values,
    placedValues,
    gaps: nanCount(values.values),
    given: null,
    precision: 0,
  };
}

/** How a treated measure is centred and scaled. */
interface MeasureScale {
  readonly name: string;
  /** Its place among the treated measures. */
  readonly from: number;
  readonly mean: number;
  /** What is left of the mean beyond the digits of {@link mean}. */
  readonly shift: number;
  readonly sd: number;
  readonly by: number;
}

/** Null for a measure that does not vary. @throws Problem where its spread is beyond double precision */
function scaleOf(
  name: string,
  from: number,
  values: Float64Array,
  weights: Weights,
  counts: boolean,
  scale: Scale,
): MeasureScale | null {
  const moments = momentsOf(values, weights);
  if (!moments.varies) return null;
  const centres = scale !== 'none';
  const [mean, shift] = centres ? [moments.mean, moments.shift] : [0, 0];
  const squares = centres ? moments.squares : squaresAbout(values, 0, weights);
  const sd = Math.sqrt(squares / divisorOver(moments, weights, counts));
  if (!Number.isFinite(sd) || sd === 0) {
    throw new Problem(
      'its values are too large or too close together for double precision.',
      'Change its unit, or set it aside.',
      `column “${name}”`,
    );
  }
  return { name, from, mean, shift, sd, by: divisorOf(values, weights, sd, scale) };
}

/** In two steps, as the mean was found: a large common offset costs no digits. */
function scaleInto(target: Float64Array, values: Float64Array, { mean, shift, by }: MeasureScale): void {
  for (let i = 0; i < values.length; i++) target[i] = (values[i]! - mean - shift) / by;
}

function nanCount(values: Float64Array): number {
  let count = 0;
  for (let i = 0; i < values.length; i++) if (Number.isNaN(values[i]!)) count++;
  return count;
}

/** The treatment that a preparation asks for. */
export function treatFor(
  table: Table,
  input: PreparationInput,
  host: Host = quietHost,
  way: TreatmentWay = {},
): Treated {
  const scaled = !['centre', 'none'].includes(input.scale);
  return treat(table, input.measures, weightFor(table, input), input, host, { scaled, ...way });
}

/** The weights that a preparation asks for, or null. */
export function weightFor(
  table: Table,
  { weight, weighting }: Pick<PreparationInput, 'weight' | 'weighting'>,
): RowWeight | null {
  return weight === null ? null : { column: measureOf(table, weight), weighting };
}

function divisorOf(values: Float64Array, weights: Weights, sd: number, scale: Scale): number {
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
      return robustSd(values, weights) ?? sd;
  }
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
