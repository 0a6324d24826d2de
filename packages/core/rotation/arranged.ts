import { columnOf, zeros, type Matrix } from '../algebra/matrix';

/** Dimensions by Σ of squares of their columns, the largest first. */
export function bySize(structure: Matrix): number[] {
  const sizes = Array.from({ length: structure.columns }, (_, d) => sumOfSquares(columnOf(structure, d)));
  return [...sizes.keys()].sort((a, b) => sizes[b]! - sizes[a]! || a - b);
}

export function sumOfSquares(column: Float64Array): number {
  return column.reduce((sum, value) => sum + value * value, 0);
}

/** Columns in another order, some with their signs changed. */
export function rearranged(matrix: Matrix, order: readonly number[], signs: readonly number[]): Matrix {
  const result = zeros(matrix.rows, matrix.columns);
  order.forEach((from, to) =>
    columnOf(result, to).set(columnOf(matrix, from).map(value => signs[to]! * value)),
  );
  return result;
}

/** Correlations of dimensions in another order, some turned. */
export function phiOf(phi: Matrix, order: readonly number[], signs: readonly number[]): Matrix {
  const k = phi.rows;
  const result = zeros(k, k);
  for (let a = 0; a < k; a++) {
    for (let b = 0; b < k; b++) {
      result.values[b * k + a] = signs[a]! * signs[b]! * phi.values[order[b]! * k + order[a]!]!;
    }
  }
  return result;
}
