import { zeros, type Matrix } from './matrix';

/**
 * The inverse of a small square matrix, by elimination with the largest pivot of each column; null where it is singular to
 * working accuracy.
 */
export function inverseOf(matrix: Matrix): Matrix | null {
  const n = matrix.rows;
  const left = matrix.values.slice();
  const result = zeros(n, n);
  for (let i = 0; i < n; i++) result.values[i * n + i] = 1;
  const right = result.values;
  const largest = left.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  for (let column = 0; column < n; column++) {
    let pivot = column;
    for (let i = column + 1; i < n; i++) {
      if (Math.abs(left[column * n + i]!) > Math.abs(left[column * n + pivot]!)) pivot = i;
    }
    const divisor = left[column * n + pivot]!;
    if (!(Math.abs(divisor) > 1e-12 * largest)) return null;
    for (const side of [left, right]) {
      for (let j = 0; j < n; j++) {
        const kept = side[j * n + pivot]!;
        side[j * n + pivot] = side[j * n + column]!;
        side[j * n + column] = kept / divisor;
      }
    }
    for (let i = 0; i < n; i++) {
      const by = left[column * n + i]!;
      if (i === column || by === 0) continue;
      for (const side of [left, right]) {
        for (let j = 0; j < n; j++) side[j * n + i]! -= by * side[j * n + column]!;
      }
    }
  }
  return result;
}
