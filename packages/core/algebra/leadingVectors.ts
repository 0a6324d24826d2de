import { columnOf, zeros, type Matrix } from './matrix';
import { crossed, product } from './product';
import { seededRandom } from './random';
import { symmetricEigen } from './symmetricEigen';

/** Where eigenvalues lie together, no more rounds would part their vectors. */
const MOST_ROUNDS = 60;
const TOLERANCE = 1e-8;
/** Vectors carried beside those wanted, which speeds the others up. */
const SPARE = 2;

/**
 * The eigenvectors of the largest eigenvalues of a symmetric matrix without negative ones, by subspace iteration with
 * the Rayleigh–Ritz step (Rutishauser 1969), to about eight digits where the eigenvalues lie apart.
 *
 * @param count how many, at most the rows of the matrix
 * @param mostRounds after which they are good enough in any case
 * @returns p × count, unit columns
 */
export function leadingVectors(matrix: Matrix, count: number, mostRounds = MOST_ROUNDS): Matrix {
  const p = matrix.rows;
  const k = Math.min(p, count + SPARE);
  const { normal } = seededRandom(1);
  let basis = orthonormal({ rows: p, columns: k, values: Float64Array.from({ length: p * k }, normal) });
  for (let round = 0; round < mostRounds; round++) {
    const moved = product(matrix, basis);
    const { vectors } = symmetricEigen(crossed(basis, moved));
    const next = orthonormal(product(moved, vectors));
    let change = 0;
    const turned = product(basis, vectors);
    for (let d = 0; d < count; d++) {
      const [x, y] = [columnOf(next, d), columnOf(turned, d)];
      const cosine = x.reduce((sum, value, i) => sum + value * y[i]!, 0);
      change = Math.max(change, 1 - Math.abs(cosine));
    }
    basis = next;
    if (change < TOLERANCE * TOLERANCE * 100) break;
  }
  return { rows: p, columns: count, values: basis.values.slice(0, p * count) };
}

/** Columns made orthonormal one after the other, twice for their digits' sake. */
function orthonormal(matrix: Matrix): Matrix {
  const result = zeros(matrix.rows, matrix.columns);
  for (let d = 0; d < matrix.columns; d++) {
    const x = columnOf(result, d);
    x.set(columnOf(matrix, d));
    for (let pass = 0; pass < 2; pass++) {
      for (let other = 0; other < d; other++) {
        const y = columnOf(result, other);
        let sum = 0;
        for (let i = 0; i < x.length; i++) sum += x[i]! * y[i]!;
        for (let i = 0; i < x.length; i++) x[i]! -= sum * y[i]!;
      }
    }
    const length = Math.sqrt(x.reduce((sum, value) => sum + value * value, 0));
    if (length > 0) for (let i = 0; i < x.length; i++) x[i]! /= length;
  }
  return result;
}
