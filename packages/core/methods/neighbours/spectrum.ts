import { columnOf, zeros, type Matrix } from '../../algebra/matrix';
import { seededRandom } from '../../algebra/random';
import { turnLargestPositive } from '../../algebra/sign';
import { symmetricEigen } from '../../algebra/symmetricEigen';
import { partsOf } from './connected';
import type { Pairs } from './pairs';

/** Steps of Lanczos's method: enough for a start, whatever the graph. */
const STEPS = 120;

/**
 * The eigenvectors of the normalised Laplacian of a graph that follow the constant one (Belkin and Niyogi 2003), by
 * Lanczos's method with full orthogonalisation (Golub and Van Loan 2013). About as many digits as a start needs.
 *
 * @returns n × dimensions, or null where the graph falls into parts or has too few rows
 */
export function spectrum(pairs: Pairs, dimensions: number): Matrix | null {
  const n = pairs.starts.length - 1;
  if (n < dimensions + 2 || partsOf(pairs) > 1) return null;
  const roots = degreeRoots(pairs);
  // The known eigenvector of the eigenvalue 1 is kept out of all others.
  const size = Math.sqrt(roots.reduce((sum, root) => sum + root * root, 0));
  const constant = roots.map(root => root / size);
  const steps = Math.min(n - 1, STEPS);
  const basis: Float64Array[] = [];
  const diagonal: number[] = [];
  const beside: number[] = [];
  const { normal } = seededRandom(1);
  let next: Float64Array = Float64Array.from({ length: n }, normal);
  for (let step = 0; step < steps; step++) {
    const length = madeOrthonormal(next, [constant, ...basis]);
    if (step > 0) beside.push(length);
    if (!(length > 1e-10)) {
      if (step > 0) beside.pop();
      break;
    }
    basis.push(next);
    const image = times(pairs, roots, next);
    diagonal.push(dot(next, image));
    next = image;
  }
  const m = basis.length;
  if (m < dimensions) return null;
  const tridiagonal = zeros(m, m);
  for (let k = 0; k < m; k++) {
    tridiagonal.values[k * m + k] = diagonal[k]!;
    if (k + 1 < m) {
      tridiagonal.values[k * m + k + 1] = beside[k]!;
      tridiagonal.values[(k + 1) * m + k] = beside[k]!;
    }
  }
  const { vectors } = symmetricEigen(tridiagonal);
  const result = zeros(n, dimensions);
  for (let d = 0; d < dimensions; d++) {
    const [target, small] = [columnOf(result, d), columnOf(vectors, d)];
    basis.forEach((vector, k) => {
      for (let i = 0; i < n; i++) target[i]! += small[k]! * vector[i]!;
    });
    turnLargestPositive(target);
  }
  return result;
}

function degreeRoots({ starts, shares }: Pairs): Float64Array {
  return Float64Array.from({ length: starts.length - 1 }, (_, i) => {
    let sum = 0;
    for (let e = starts[i]!; e < starts[i + 1]!; e++) sum += shares[e]!;
    return Math.sqrt(sum);
  });
}

/** D^−½ W D^−½ x. */
function times({ starts, ends, shares }: Pairs, roots: Float64Array, x: Float64Array): Float64Array {
  const result = new Float64Array(x.length);
  for (let i = 0; i < x.length; i++) {
    let sum = 0;
    for (let e = starts[i]!; e < starts[i + 1]!; e++) {
      const j = ends[e]!;
      if (shares[e]! > 0) sum += (shares[e]! * x[j]!) / roots[j]!;
    }
    result[i] = sum / roots[i]!;
  }
  return result;
}

/** Takes the others off a vector, twice for its digits' sake, and brings it to unit length; gives the length it had. */
function madeOrthonormal(vector: Float64Array, others: readonly Float64Array[]): number {
  for (let pass = 0; pass < 2; pass++) {
    for (const other of others) {
      const along = dot(vector, other);
      for (let i = 0; i < vector.length; i++) vector[i]! -= along * other[i]!;
    }
  }
  const length = Math.sqrt(dot(vector, vector));
  if (length > 0) for (let i = 0; i < vector.length; i++) vector[i]! /= length;
  return length;
}

function dot(x: Float64Array, y: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < x.length; i++) sum += x[i]! * y[i]!;
  return sum;
}
