import { chiSquareTail } from '../../algebra/distributions';
import { columnOf, someRows, zeros, type Matrix } from '../../algebra/matrix';
import { crossed, product } from '../../algebra/product';
import { quietHost, stretch, type Host } from '../../host';
import { Problem } from '../../problem';
import { rowsOf, type AnyPrepared, type PreparedRows } from '../../preparation/prepared';
import { discriminantAxes, type Axes } from './axes';
import type { AxesTest, Discriminant } from './discriminant';
import type { Groups } from './groups';
import { labelledRows, type LabelledRows } from './labelledRows';
import { groupMoments } from './moments';
import type { DiscriminantAsk } from './stages';

/** Rows, measures and groups that axes are found from. */
export interface Labelled {
  readonly prepared: PreparedRows;
  /** Places of the measures among those prepared. */
  readonly columns: readonly number[];
  /** Places of the rows with a group among those prepared, and of the others. */
  readonly places: Uint32Array;
  readonly others: Uint32Array;
  readonly rows: LabelledRows;
}

/**
 * The rows of a table that have a group, prepared.
 *
 * @throws Problem where entries are missing, or no measure is left
 */
export function labelled(
  any: AnyPrepared,
  without: readonly string[],
  { levels, group }: Groups,
  host: Host = quietHost,
): Labelled {
  const prepared = rowsOf(any);
  if (prepared.gaps > 0) {
    throw new Problem(
      'entries are missing, and axes that part groups need all of them.',
      'Fill gaps or leave out their rows in question 2.',
    );
  }
  const columns = [...prepared.measures.keys()].filter(j => !without.includes(prepared.measures[j]!));
  if (columns.length === 0) {
    throw new Problem('no measure is left in this reduction.', 'Take one in.');
  }
  const all = Uint32Array.from(prepared.rows.keys());
  const places = all.filter(i => group[prepared.rows[i]!]! >= 0);
  const own = Uint32Array.from(places, i => group[prepared.rows[i]!]!);
  return {
    prepared,
    columns,
    places,
    others: all.filter(i => group[prepared.rows[i]!]! < 0),
    rows: labelledRows(prepared, columns, places, own, levels.length, host),
  };
}

/** The axes that part the groups of a label, and where rows are on them. */
export function discriminate(
  of: Labelled,
  { levels }: Groups,
  {
    label,
    keep,
    shrinkage,
  }: Pick<DiscriminantAsk, 'keep'> & {
    readonly label: string;
    readonly shrinkage: DiscriminantAsk['shrinkage'] | number | 'of rows alone';
  },
  host: Host = quietHost,
): Discriminant {
  const { prepared, columns, places, others, rows } = of;
  const moments = groupMoments(rows, stretch(host, 0, 0.6));
  const axes = discriminantAxes(rows, moments, shrinkage);
  host.progress(0.8);
  const most = axes.eigenvalues.length;
  const kept = keep === 'all' ? most : Math.min(keep, most);
  const total = axes.eigenvalues.reduce((sum, value) => sum + value, 0);
  const found = turned(of, onMeasures(axes, rows, kept), moments.sizes);
  return {
    label,
    levels,
    sizes: moments.sizes,
    measures: columns.map(j => prepared.measures[j]!),
    rows: Uint32Array.from(places, i => prepared.rows[i]!),
    group: rows.group,
    weights: rows.weights,
    counts: prepared.counts,
    kept,
    note:
      keep !== 'all' && keep > most
        ? `${keep} axes were asked for; ${levels.length} groups and ${columns.length} measures allow ${most}.`
        : null,
    eigenvalues: axes.eigenvalues,
    shares: axes.eigenvalues.map(value => value / total),
    canonical: axes.eigenvalues.map(value => Math.sqrt(value / (1 + value))),
    tests: axes.shrunk > 0 ? null : axesTests(axes, rows, levels.length),
    singular: axes.singular,
    shrunk: axes.shrunk,
    means: Float64Array.from(columns, j => prepared.means[j]!),
    divisors: Float64Array.from(columns, j => prepared.divisors[j]!),
    ...found,
    ...placedOn(of, found, others),
  };
}

/** The same axes with the rows of a sample on them. @param of the sample's */
export function withRowsOf(axes: Discriminant, of: Labelled): Discriminant {
  const { prepared, columns, places, others, rows } = of;
  return {
    ...axes,
    rows: Uint32Array.from(places, i => prepared.rows[i]!),
    group: rows.group,
    weights: rows.weights,
    counts: prepared.counts,
    scores: onAxes(columnsOf(prepared, columns, places), axes.coefficients, axes.origin),
    ...placedOn(of, axes, others),
  };
}

/** What prepared measures are multiplied by for the first axes. */
function onMeasures({ coefficients }: Axes, { back }: LabelledRows, kept: number): Matrix {
  const first: Matrix = {
    rows: coefficients.rows,
    columns: kept,
    values: coefficients.values.slice(0, coefficients.rows * kept),
  };
  return back === null ? first : product(back, first);
}

/** Scores, and what measures have to do with them, each axis turned so that its largest correlation is above 0. */
function turned({ prepared, columns, places, rows }: Labelled, coefficients: Matrix, sizes: Float64Array) {
  const { group, weights, groups } = rows;
  const [p, kept] = [columns.length, coefficients.columns];
  const x = columnsOf(prepared, columns, places);
  const scores = product(x, coefficients);
  const all = sizes.reduce((sum, size) => sum + size, 0);
  const origin = new Float64Array(kept);
  const centres = zeros(groups, kept);
  const about: Matrix = { ...scores, values: scores.values.slice() };
  for (let d = 0; d < kept; d++) {
    const [score, rest, centre] = [columnOf(scores, d), columnOf(about, d), columnOf(centres, d)];
    centre.set(groupMeans(score, rows, sizes));
    const mean = centre.reduce((sum, value, g) => sum + (sizes[g]! / all) * value, 0);
    origin[d] = mean;
    for (let i = 0; i < score.length; i++) {
      rest[i]! -= centre[group[i]!]!;
      score[i]! -= mean;
    }
    for (let g = 0; g < groups; g++) centre[g]! -= mean;
  }
  // Σ w (x − m)(s − c) is Σ w x (s − c), of each group and of all.
  const inside = crossed(x, times(about, weights));
  const together = crossed(x, times(scores, weights));
  const lengths = (matrix: Matrix) =>
    Array.from({ length: kept }, (_, d) => squaresOf(columnOf(matrix, d), weights));
  const [insideSquares, squares] = [lengths(about), lengths(scores)];
  const structure = zeros(p, kept);
  const correlations = zeros(p, kept);
  const standardised = zeros(p, kept);
  for (let j = 0; j < p; j++) {
    const column = columnOf(x, j);
    const means = groupMeans(column, rows, sizes);
    const mean = means.reduce((sum, value, g) => sum + (sizes[g]! / all) * value, 0);
    let within = 0;
    let whole = 0;
    for (let i = 0; i < column.length; i++) {
      const w = weights === null ? 1 : weights[i]!;
      within += w * (column[i]! - means[group[i]!]!) ** 2;
      whole += w * (column[i]! - mean) ** 2;
    }
    // What rounding leaves of a measure that does not vary within groups is no variance.
    const varies = within > 1e-24 * whole;
    for (let d = 0; d < kept; d++) {
      const at = d * p + j;
      structure.values[at] = varies ? inside.values[at]! / Math.sqrt(within * insideSquares[d]!) : NaN;
      correlations.values[at] = whole > 0 ? together.values[at]! / Math.sqrt(whole * squares[d]!) : NaN;
      standardised.values[at] = coefficients.values[at]! * Math.sqrt(within / (all - groups));
    }
  }
  for (let d = 0; d < kept; d++) {
    if (largestOf(columnOf(correlations, d)) >= 0) continue;
    origin[d]! *= -1;
    for (const matrix of [coefficients, centres, scores, structure, correlations, standardised]) {
      const column = columnOf(matrix, d);
      for (let i = 0; i < column.length; i++) column[i]! *= -1;
    }
  }
  return { coefficients, origin, standardised, structure, correlations, centres, scores };
}

function groupMeans(
  column: Float64Array,
  { group, groups, weights }: LabelledRows,
  sizes: Float64Array,
): Float64Array {
  const means = new Float64Array(groups);
  for (let i = 0; i < column.length; i++) {
    means[group[i]!]! += (weights === null ? 1 : weights[i]!) * column[i]!;
  }
  return means.map((sum, g) => sum / sizes[g]!);
}

/** Each row times its weight. */
function times(matrix: Matrix, weights: Float64Array | null): Matrix {
  if (weights === null) return matrix;
  return { ...matrix, values: matrix.values.map((value, at) => value * weights[at % matrix.rows]!) };
}

const squaresOf = (column: Float64Array, weights: Float64Array | null): number =>
  column.reduce((sum, value, i) => sum + (weights === null ? 1 : weights[i]!) * value * value, 0);

/** The entry that is largest in size, the first among ties. */
function largestOf(column: Float64Array): number {
  let largest = 0;
  for (const value of column) if (Math.abs(value) > Math.abs(largest)) largest = value;
  return largest;
}

function columnsOf({ values }: PreparedRows, columns: readonly number[], places: Uint32Array): Matrix {
  if (columns.length === values.columns && places.length === values.rows) return values;
  return someRows(
    {
      rows: values.rows,
      columns: columns.length,
      values: joined(
        columns.map(j => columnOf(values, j)),
        values.rows,
      ),
    },
    places,
  );
}

function joined(columns: readonly Float64Array[], rows: number): Float64Array {
  const result = new Float64Array(columns.length * rows);
  columns.forEach((column, j) => result.set(column, j * rows));
  return result;
}

/** Rows without a group, and those that are only placed, by their place in the table. */
function placedOn(
  { prepared, columns }: Labelled,
  { coefficients, origin }: Pick<Discriminant, 'coefficients' | 'origin'>,
  others: Uint32Array,
) {
  const without = onAxes(columnsOf(prepared, columns, others), coefficients, origin);
  const { placedValues, placedRows: only } = prepared;
  const places = Uint32Array.from(only.keys());
  const placed = onAxes(
    columnsOf({ ...prepared, values: placedValues }, columns, places),
    coefficients,
    origin,
  );
  const rows = [...Array.from(others, i => prepared.rows[i]!), ...only];
  const order = [...rows.keys()].sort((a, b) => rows[a]! - rows[b]!);
  const placedScores = zeros(rows.length, coefficients.columns);
  for (let d = 0; d < coefficients.columns; d++) {
    const [a, b, to] = [columnOf(without, d), columnOf(placed, d), columnOf(placedScores, d)];
    order.forEach((from, i) => (to[i] = from < a.length ? a[from]! : b[from - a.length]!));
  }
  return { placedRows: Uint32Array.from(order, i => rows[i]!), placedScores };
}

function onAxes(values: Matrix, coefficients: Matrix, origin: Float64Array): Matrix {
  const scores = product(values, coefficients);
  for (let d = 0; d < scores.columns; d++) {
    const score = columnOf(scores, d);
    for (let i = 0; i < score.length; i++) score[i]! -= origin[d]!;
  }
  return scores;
}

/** χ² = −(n − 1 − (p + g) / 2) Σ ln 1 / (1 + λ) over the axes beyond the first k, with (p − k)(g − k − 1) degrees of freedom. */
function axesTests({ eigenvalues }: Axes, { n, measures: p }: LabelledRows, g: number): AxesTest[] {
  return Array.from(eigenvalues, (_, beyond) => {
    let log = 0;
    for (let d = beyond; d < eigenvalues.length; d++) log -= Math.log1p(eigenvalues[d]!);
    const chiSquare = -(n - 1 - (p + g) / 2) * log;
    const df = (p - beyond) * (g - beyond - 1);
    return { beyond, lambda: Math.exp(log), chiSquare, df, p: chiSquareTail(chiSquare, df) };
  });
}
