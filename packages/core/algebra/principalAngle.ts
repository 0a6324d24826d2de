import { columnOf, zeros, type Matrix } from './matrix';
import { crossed, dot, product } from './product';
import { symmetricEigen } from './symmetricEigen';

/**
 * The largest angle between two spaces that columns span, in radians from 0 to π/2 (Björck and Golub 1973): by its sine
 * where it is small, where a cosine would lose its digits.
 */
export function largestPrincipalAngle(a: Matrix, b: Matrix): number {
  const [p, q] = [orthonormal(a), orthonormal(b)];
  if (p.columns !== q.columns) return Math.PI / 2;
  const cosines = crossed(p, q);
  const within = product(p, cosines);
  const beyond = { ...q, values: q.values.map((value, at) => value - within.values[at]!) };
  const { values: sines } = symmetricEigen(crossed(beyond, beyond));
  const { values: squares } = symmetricEigen(crossed(cosines, cosines));
  return Math.atan2(Math.sqrt(Math.max(0, sines[0]!)), Math.sqrt(Math.max(0, squares.at(-1)!)));
}

/** Orthonormal columns that span the same, without those that add nothing (Gram and Schmidt, twice). */
function orthonormal(a: Matrix): Matrix {
  const kept: Float64Array[] = [];
  for (let j = 0; j < a.columns; j++) {
    const own = columnOf(a, j).slice();
    const before = Math.sqrt(dot(own, 0, own, 0, a.rows));
    for (let round = 0; round < 2; round++) {
      for (const one of kept) {
        const along = dot(one, 0, own, 0, a.rows);
        for (let i = 0; i < own.length; i++) own[i]! -= along * one[i]!;
      }
    }
    const size = Math.sqrt(dot(own, 0, own, 0, a.rows));
    if (size > 1e-10 * before) kept.push(own.map(value => value / size));
  }
  const result = zeros(a.rows, kept.length);
  kept.forEach((one, d) => columnOf(result, d).set(one));
  return result;
}
