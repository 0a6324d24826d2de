import { crossProducts } from '../../algebra/crossProducts';
import {
  columnOf,
  someColumns,
  someRows,
  transpose,
  weighted,
  zeros,
  type Matrix,
} from '../../algebra/matrix';
import { symmetricEigen } from '../../algebra/symmetricEigen';
import { quietHost, stretch, type Host } from '../../host';
import { fromBytes, preparedProducts } from '../../preparation/preparedProducts';
import type { PreparedRows } from '../../preparation/prepared';
import { rowsStoodFor, weightsAt } from '../../preparation/rowWeights';

/** Rows that have a group, in the space that they span. */
export interface LabelledRows {
  /** Rows × the columns of that space. */
  readonly x: Matrix;
  readonly group: Uint32Array;
  readonly groups: number;
  readonly weights: Float64Array | null;
  /** How many rows they stand for. */
  readonly n: number;
  /** Measures that the space is one of. */
  readonly measures: number;
  /** The measures from the columns of the space, measures × columns; null where these are the measures themselves. */
  readonly back: Matrix | null;
  /** Cross-products about 0 of some rows, each times its weight. */
  readonly products: (places: Uint32Array | null, host?: Host) => Matrix;
}

/**
 * The rows that have a group. Of more measures than rows these are brought into the space that they span, in which all
 * distances are as before.
 *
 * @param columns places among the prepared measures
 * @param places of rows with a group among those prepared, and their groups
 */
export function labelledRows(
  prepared: PreparedRows,
  columns: readonly number[],
  places: Uint32Array,
  group: Uint32Array,
  groups: number,
  host: Host = quietHost,
): LabelledRows {
  const weights = weightsAt(prepared, places);
  const own = rowsAt(prepared, places, weights);
  const common = {
    group,
    groups,
    weights,
    n: rowsStoodFor(prepared, [...places]),
    measures: columns.length,
  };
  const x = columns.length === own.values.columns ? own.values : someColumns(own.values, columns);
  if (columns.length <= places.length) {
    const products = (some: Uint32Array | null, part = quietHost) =>
      productsAboutZero(
        some === null ? own : rowsAt(own, some, weights && pick(weights, some)),
        columns,
        part,
      );
    return { ...common, x, back: null, products };
  }
  const spanned = span(x, weights, host);
  const products = (some: Uint32Array | null, part = quietHost) => {
    const rows = some === null ? spanned.x : someRows(spanned.x, some);
    return crossProducts(weighted(rows, some === null ? weights : weights && pick(weights, some)), part);
  };
  return { ...common, ...spanned, products };
}

function productsAboutZero(own: PreparedRows, columns: readonly number[], host: Host): Matrix {
  const products = preparedProducts(own, columns, host);
  // Those of bytes are taken about the means of their own rows.
  if (own.scale === 'none' || !fromBytes(own, columns.length)) return products;
  const means = columns.map(j => meanOfColumn(columnOf(own.values, j)));
  const p = columns.length;
  for (let a = 0; a < p; a++) {
    for (let b = 0; b < p; b++) products.values[a * p + b]! += own.values.rows * means[a]! * means[b]!;
  }
  return products;
}

const meanOfColumn = (column: Float64Array): number => {
  let sum = 0;
  for (let i = 0; i < column.length; i++) sum += column[i]!;
  return sum / column.length;
};

/** Some of the prepared rows; themselves where that is all of them. */
function rowsAt(prepared: PreparedRows, places: Uint32Array, weights: Float64Array | null): PreparedRows {
  if (places.length === prepared.values.rows) return prepared;
  return {
    ...prepared,
    values: someRows(prepared.values, places),
    weights,
    bytes: prepared.bytes && prepared.bytes.map(column => Uint8Array.from(places, i => column[i]!)),
  };
}

const pick = (values: Float64Array, places: Uint32Array) => Float64Array.from(places, i => values[i]!);

/** Rows on axes of the space that they span, from their own products: x = z backᵀ. */
function span(x: Matrix, weights: Float64Array | null, host: Host): { x: Matrix; back: Matrix } {
  const n = x.rows;
  const products = crossProducts(transpose(weighted(x, weights)), stretch(host, 0, 0.4));
  const { values, vectors } = symmetricEigen(products, stretch(host, 0.4, 0.9));
  const floor = Math.max(n, x.columns) * Number.EPSILON * values[0]!;
  const rank = values.filter(value => value > floor).length;
  const z = zeros(n, rank);
  const back = zeros(x.columns, rank);
  for (let d = 0; d < rank; d++) {
    const u = columnOf(vectors, d);
    const size = Math.sqrt(values[d]!);
    columnOf(z, d).set(u.map((value, i) => (value * size) / Math.sqrt(weights?.[i] ?? 1)));
    const axis = columnOf(back, d);
    for (let j = 0; j < x.columns; j++) {
      const column = columnOf(x, j);
      let sum = 0;
      for (let i = 0; i < n; i++) sum += column[i]! * Math.sqrt(weights?.[i] ?? 1) * u[i]!;
      axis[j] = sum / size;
    }
  }
  return { x: z, back };
}
