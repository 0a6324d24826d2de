/** A dense matrix in double precision, stored column after column. */
export interface Matrix {
  readonly rows: number;
  readonly columns: number;
  /** Entry (i, j) is `values[j * rows + i]`. */
  readonly values: Float64Array;
}

/** A matrix of zeros. */
export function zeros(rows: number, columns: number): Matrix {
  return { rows, columns, values: new Float64Array(rows * columns) };
}

/** Column `j` as a view: what is written to it is written to the matrix. */
export function columnOf(matrix: Matrix, j: number): Float64Array {
  return matrix.values.subarray(j * matrix.rows, (j + 1) * matrix.rows);
}

/** The entry in row `i` and column `j`. */
export function entry(matrix: Matrix, i: number, j: number): number {
  return matrix.values[j * matrix.rows + i]!;
}

/** The transpose, as a new matrix. */
export function transpose(matrix: Matrix): Matrix {
  const result = zeros(matrix.columns, matrix.rows);
  for (let j = 0; j < matrix.columns; j++) {
    for (let i = 0; i < matrix.rows; i++)
      result.values[i * matrix.columns + j] = matrix.values[j * matrix.rows + i]!;
  }
  return result;
}

/** Some columns of a matrix, in the order given. */
export function someColumns(matrix: Matrix, places: readonly number[]): Matrix {
  const result = zeros(matrix.rows, places.length);
  places.forEach((from, to) => columnOf(result, to).set(columnOf(matrix, from)));
  return result;
}

/** Each row times the root of its weight, so that plain cross-products are the weighted ones; the matrix itself without. */
export function weighted(x: Matrix, weights: Float64Array | null): Matrix {
  if (weights === null) return x;
  const roots = weights.map(Math.sqrt);
  const result = zeros(x.rows, x.columns);
  for (let j = 0; j < x.columns; j++) {
    const [source, target] = [columnOf(x, j), columnOf(result, j)];
    for (let i = 0; i < x.rows; i++) target[i] = source[i]! * roots[i]!;
  }
  return result;
}

/** The rows at some places. */
export function someRows(matrix: Matrix, places: ArrayLike<number>): Matrix {
  const result = zeros(places.length, matrix.columns);
  for (let j = 0; j < matrix.columns; j++) {
    const [from, to] = [columnOf(matrix, j), columnOf(result, j)];
    for (let i = 0; i < places.length; i++) to[i] = from[places[i]!]!;
  }
  return result;
}
