import { columnOf, zeros, type Matrix } from './matrix';

/** A matrix of mostly zeros, row by row: only what is not zero is held (compressed rows). */
export interface SparseRows {
  readonly rows: number;
  readonly columns: number;
  /** Where each row starts among the entries, and where the last one ends. */
  readonly starts: Uint32Array;
  /** The column of each entry, ascending within its row. */
  readonly places: Uint32Array;
  readonly values: Float64Array;
}

/** The matrix on its other side, with the rows of each column ascending. */
export function transposeSparse({ rows, columns, starts, places, values }: SparseRows): SparseRows {
  const ends = new Uint32Array(columns + 1);
  for (let e = 0; e < places.length; e++) ends[places[e]! + 1]!++;
  for (let j = 0; j < columns; j++) ends[j + 1]! += ends[j]!;
  const next = ends.slice();
  const [across, turned] = [new Uint32Array(places.length), new Float64Array(places.length)];
  for (let i = 0; i < rows; i++) {
    for (let e = starts[i]!; e < starts[i + 1]!; e++) {
      const at = next[places[e]!]!++;
      across[at] = i;
      turned[at] = values[e]!;
    }
  }
  return { rows: columns, columns: rows, starts: ends, places: across, values: turned };
}

/** The rows at some places, in that order. */
export function someSparse(sparse: SparseRows, chosen: ArrayLike<number>): SparseRows {
  const starts = new Uint32Array(chosen.length + 1);
  for (let i = 0; i < chosen.length; i++) {
    starts[i + 1] = starts[i]! + sparse.starts[chosen[i]! + 1]! - sparse.starts[chosen[i]!]!;
  }
  const [places, values] = [new Uint32Array(starts.at(-1)!), new Float64Array(starts.at(-1)!)];
  for (let i = 0; i < chosen.length; i++) {
    const [from, to] = [sparse.starts[chosen[i]!]!, sparse.starts[chosen[i]! + 1]!];
    places.set(sparse.places.subarray(from, to), starts[i]!);
    values.set(sparse.values.subarray(from, to), starts[i]!);
  }
  return { rows: chosen.length, columns: sparse.columns, starts, places, values };
}

/** Each entry as a function makes it. */
export const mapSparse = (
  sparse: SparseRows,
  to: (value: number, column: number, row: number) => number,
): SparseRows => {
  const values = new Float64Array(sparse.values.length);
  for (let i = 0; i < sparse.rows; i++) {
    for (let e = sparse.starts[i]!; e < sparse.starts[i + 1]!; e++) {
      values[e] = to(sparse.values[e]!, sparse.places[e]!, i);
    }
  }
  return { ...sparse, values };
};

/** S x, one number a row. */
export function timesVector({ rows, starts, places, values }: SparseRows, x: Float64Array): Float64Array {
  const result = new Float64Array(rows);
  for (let i = 0; i < rows; i++) {
    let sum = 0;
    for (let e = starts[i]!; e < starts[i + 1]!; e++) sum += values[e]! * x[places[e]!]!;
    result[i] = sum;
  }
  return result;
}

/** Sᵀ y, one number a column. */
export function crossVector(
  { rows, columns, starts, places, values }: SparseRows,
  y: Float64Array,
): Float64Array {
  const result = new Float64Array(columns);
  for (let i = 0; i < rows; i++) {
    const by = y[i]!;
    if (by === 0) continue;
    for (let e = starts[i]!; e < starts[i + 1]!; e++) result[places[e]!]! += by * values[e]!;
  }
  return result;
}

/** (S − 1 offsetsᵀ) V: rows about offsets, along directions. @param directions columns × dimensions */
export function alongDirections(sparse: SparseRows, offsets: Float64Array, directions: Matrix): Matrix {
  const result = zeros(sparse.rows, directions.columns);
  for (let d = 0; d < directions.columns; d++) {
    const direction = columnOf(directions, d);
    const shift = dot(offsets, direction);
    const along = timesVector(sparse, direction);
    columnOf(result, d).set(along.map(value => value - shift));
  }
  return result;
}

/** Σ aᵢbᵢ. */
export function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
}

/** The sum of squares of each row. */
export function squaredLengths({ rows, starts, values }: SparseRows): Float64Array {
  const result = new Float64Array(rows);
  for (let i = 0; i < rows; i++) {
    for (let e = starts[i]!; e < starts[i + 1]!; e++) result[i]! += values[e]! ** 2;
  }
  return result;
}

/** The products of one row with all rows: Σ over the columns that both have. */
export function productsWith(sparse: SparseRows, across: SparseRows, row: number): Float64Array {
  const result = new Float64Array(sparse.rows);
  for (let e = sparse.starts[row]!; e < sparse.starts[row + 1]!; e++) {
    const [j, by] = [sparse.places[e]!, sparse.values[e]!];
    for (let f = across.starts[j]!; f < across.starts[j + 1]!; f++) {
      result[across.places[f]!]! += by * across.values[f]!;
    }
  }
  return result;
}
