import { zeros, type Matrix } from '../algebra/matrix';
import { productsWith, squaredLengths, transposeSparse, type SparseRows } from '../algebra/sparseRows';

/** How far all rows are from one of them, or what orders them as that does. What is given may be written over. */
export interface RowDistances {
  readonly n: number;
  readonly all: (i: number) => Float32Array;
}

/** Rows that are the same as points: the point of each row, and the first row of each point. */
export function distinctSparse({ rows, starts, places, values }: SparseRows): {
  readonly point: Uint32Array;
  readonly first: Uint32Array;
} {
  const points = new Map<string, number>();
  const first: number[] = [];
  const point = Uint32Array.from({ length: rows }, (_, i) => {
    const [from, to] = [starts[i]!, starts[i + 1]!];
    const key = `${places.subarray(from, to).join()};${values.subarray(from, to).join()}`;
    const known = points.get(key) ?? first.push(i) - 1;
    points.set(key, known);
    return known;
  });
  return { point, first: Uint32Array.from(first) };
}

/** Squared distances by Euclid of sparse rows: |a|² + |b|² − 2ab, whatever is taken off all of them. */
export function sparseDistances(sparse: SparseRows): RowDistances {
  const across = transposeSparse(sparse);
  const squares = squaredLengths(sparse);
  const found = new Float32Array(sparse.rows);
  return {
    n: sparse.rows,
    all: i => {
      const products = productsWith(sparse, across, i);
      for (let j = 0; j < found.length; j++) found[j] = squares[i]! + squares[j]! - 2 * products[j]!;
      return found;
    },
  };
}

/** Distances by Euclid of all rows from all others. */
export function sparseDistanceMatrix(sparse: SparseRows, progress: (done: number) => void): Matrix {
  const n = sparse.rows;
  const across = transposeSparse(sparse);
  const squares = squaredLengths(sparse);
  const result = zeros(n, n);
  for (let i = 0; i < n; i++) {
    if (i % 64 === 0) progress(i / n);
    const products = productsWith(sparse, across, i);
    for (let j = 0; j < n; j++) {
      const square = squares[i]! + squares[j]! - 2 * products[j]!;
      result.values[j * n + i] = i === j ? 0 : Math.sqrt(Math.max(0, square));
    }
  }
  return result;
}
