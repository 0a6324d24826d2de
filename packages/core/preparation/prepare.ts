import { zeros, columnOf, type Matrix } from '../algebra/matrix';
import { quietHost, type Host } from '../host';
import { Problem } from '../problem';
import { isMissing, numberAt, type NumberColumn } from '../table/column';
import { findColumn, type Table } from '../table/table';

export const SCALES = ['unit-variance', 'centre'] as const;
/** How measures are made comparable: each divided by its standard deviation (n − 1), or only centred. */
export type Scale = (typeof SCALES)[number];

export const WEIGHTINGS = ['proportional', 'counts'] as const;
/**
 * What row weights are: real weights, rescaled to sum to n (divisor n − 1), or counts of how often a row stands for
 * itself (divisor Σw − 1, the same as repeating rows).
 */
export type Weighting = (typeof WEIGHTINGS)[number];

export interface PreparationInput {
  /** Names of columns of numbers. */
  readonly measures: readonly string[];
  /** Name of the column of row weights, or null where every row counts once. */
  readonly weight: string | null;
  readonly weighting: Weighting;
  readonly scale: Scale;
}

export interface RowLeftOut {
  readonly row: number;
  /** The columns in which the row is missing an entry, or the weight column that gives it none. */
  readonly because: readonly string[];
}

export interface MeasureSetAside {
  readonly name: string;
  readonly because: 'constant' | 'no entries';
}

export interface Prepared {
  /** Rows used, as indices into the table. */
  readonly rows: Uint32Array;
  /** Measures used, in the table's order. */
  readonly measures: readonly string[];
  readonly rowsLeftOut: readonly RowLeftOut[];
  readonly measuresSetAside: readonly MeasureSetAside[];
  readonly scale: Scale;
  /** Weighted means and standard deviations of the measures over the rows used, in their units. */
  readonly means: Float64Array;
  readonly sds: Float64Array;
  /** A weight per row used, or null where all are 1. Real weights sum to n. */
  readonly weights: Float64Array | null;
  /** What cross-products are divided by: n − 1, or Σw − 1 for counts. */
  readonly divisor: number;
  /** Rows used × measures used, centred and scaled. */
  readonly values: Matrix;
}

/** What was prepared, without the prepared numbers themselves. */
export type Account = Omit<Prepared, 'values'>;

/**
 * The matrix that every method works from: the measures of the rows that lack none of them, centred and scaled.
 * Measures that have no entries or do not vary are set aside by name.
 *
 * @throws Problem when fewer than two measures or two rows are left.
 */
export function prepare(table: Table, input: PreparationInput, host: Host = quietHost): Prepared {
  const chosen = input.measures.map(name => measureOf(table, name));
  if (chosen.length < 2) throw tooFewMeasures(chosen.length, []);
  const measuresSetAside: MeasureSetAside[] = [];
  const filled = chosen.filter(column => {
    const empty = column.missing?.every(mark => mark === 1) ?? false;
    if (empty) measuresSetAside.push({ name: column.name, because: 'no entries' });
    return !empty;
  });
  const weight = input.weight === null ? null : measureOf(table, input.weight);
  const { rows, rowsLeftOut } = completeRows(table, filled, weight);
  if (rows.length < 2) throw tooFewRows(table, filled, rows.length);
  const { weights, divisor } = rowWeights(weight, rows, input.weighting);

  const measures: string[] = [];
  const means: number[] = [];
  const sds: number[] = [];
  const columns: Float64Array[] = [];
  filled.forEach((column, index) => {
    const values = valuesIn(column, rows);
    const moments = centre(values, weights, divisor);
    if (moments === null) {
      measuresSetAside.push({ name: column.name, because: 'constant' });
      return;
    }
    if (input.scale === 'unit-variance') for (let i = 0; i < values.length; i++) values[i]! /= moments.sd;
    measures.push(column.name);
    means.push(moments.mean);
    sds.push(moments.sd);
    columns.push(values);
    host.progress(index / filled.length);
  });
  if (measures.length < 2) throw tooFewMeasures(measures.length, measuresSetAside);

  const values = zeros(rows.length, measures.length);
  columns.forEach((column, j) => columnOf(values, j).set(column));
  return {
    rows,
    measures,
    rowsLeftOut,
    measuresSetAside,
    scale: input.scale,
    means: Float64Array.from(means),
    sds: Float64Array.from(sds),
    weights,
    divisor,
    values,
  };
}

function measureOf(table: Table, name: string): NumberColumn {
  const column = findColumn(table, name);
  if (column === undefined) {
    throw new Problem(
      'the table has no such column',
      'Open the table the recipe was made for, or rename the column.',
      `column “${name}”`,
    );
  }
  if (column.kind !== 'number') {
    throw new Problem(
      'the column does not hold numbers',
      'Give it another role in Table.',
      `column “${name}”`,
    );
  }
  return column;
}

function completeRows(table: Table, measures: readonly NumberColumn[], weight: NumberColumn | null) {
  const rows: number[] = [];
  const rowsLeftOut: RowLeftOut[] = [];
  const gappy = measures.filter(column => column.missing !== null);
  for (let row = 0; row < table.rows; row++) {
    const because = gappy.filter(column => isMissing(column, row)).map(column => column.name);
    if (weight !== null && !(numberAt(weight, row) > 0)) because.push(weight.name);
    if (because.length === 0) rows.push(row);
    else rowsLeftOut.push({ row, because });
  }
  return { rows: Uint32Array.from(rows), rowsLeftOut };
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

function valuesIn(column: NumberColumn, rows: Uint32Array): Float64Array {
  const values = new Float64Array(rows.length);
  for (let i = 0; i < values.length; i++) values[i] = column.values[rows[i]!]!;
  return values;
}

/**
 * Centres `values` in place. Returns null for a measure that does not vary: its spread is below what rounding of its
 * mean can make of equal values.
 */
function centre(values: Float64Array, weights: Float64Array | null, divisor: number) {
  const n = values.length;
  if (values.every(value => value === values[0])) return null;
  // Measured from the first value, so that a large common offset costs no digits.
  const origin = values[0]!;
  let total = 0;
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const w = weights === null ? 1 : weights[i]!;
    total += w;
    sum += w * (values[i]! - origin);
  }
  const shift = sum / total;
  let squares = 0;
  for (let i = 0; i < n; i++) {
    const deviation = values[i]! - origin - shift;
    values[i] = deviation;
    squares += (weights === null ? 1 : weights[i]!) * deviation * deviation;
  }
  const sd = Math.sqrt(squares / divisor);
  if (!Number.isFinite(sd) || sd === 0) {
    throw new Problem(
      'its values are too large or too close together for double precision',
      'Change its unit, or set it aside.',
      'a measure',
    );
  }
  return { mean: origin + shift, sd };
}

function tooFewMeasures(count: number, setAside: readonly MeasureSetAside[]): Problem {
  const named = setAside.map(({ name, because }) => `“${name}” (${because})`).join(', ');
  return new Problem(
    `${count === 0 ? 'there is no measure' : 'there is only one measure'} to reduce${named && `; set aside: ${named}`}.`,
    'Give at least two varying columns of numbers the role measure in Table.',
  );
}

function tooFewRows(table: Table, measures: readonly NumberColumn[], left: number): Problem {
  if (table.rows < 3) {
    return new Problem(
      `the table has ${table.rows} ${table.rows === 1 ? 'row' : 'rows'}, too few to compare.`,
      'Open a table with at least three rows.',
    );
  }
  const worst = measures
    .map(column => ({
      name: column.name,
      missing: column.missing?.reduce((sum, mark) => sum + mark, 0) ?? 0,
    }))
    .sort((a, b) => b.missing - a.missing)
    .slice(0, 3)
    .filter(({ missing }) => missing > 0)
    .map(({ name, missing }) => `“${name}” lacks ${missing}`)
    .join(', ');
  return new Problem(
    `${left === 0 ? 'no row is' : 'only one row is'} complete, of ${table.rows}${worst && ` (${worst})`}.`,
    'Set the measures that lack the most aside in Table.',
  );
}
