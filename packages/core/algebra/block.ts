import { zeros, type Matrix } from './matrix';

/** Some rows and the same columns of a symmetric matrix. */
export function block({ rows: p, values }: Matrix, places: readonly number[]): Matrix {
  const k = places.length;
  const result = zeros(k, k);
  places.forEach((i, a) => places.forEach((j, b) => (result.values[b * k + a] = values[j * p + i]!)));
  return result;
}
