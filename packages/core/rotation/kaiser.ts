import { zeros, type Matrix } from '../algebra/matrix';

/** Loadings whose rows have length 1 (Kaiser 1958); rows of zeros stay so. */
export function normalised(loadings: Matrix): Matrix {
  const { rows: p, columns: k, values } = loadings;
  const result = zeros(p, k);
  for (let j = 0; j < p; j++) {
    let square = 0;
    for (let d = 0; d < k; d++) square += values[d * p + j]! * values[d * p + j]!;
    const length = Math.sqrt(square);
    for (let d = 0; d < k; d++) result.values[d * p + j] = length > 0 ? values[d * p + j]! / length : 0;
  }
  return result;
}
