import { invertDefinite } from '../algebra/cholesky';
import { columnOf, zeros, type Matrix } from '../algebra/matrix';
import { crossed, product } from '../algebra/product';
import { Problem } from '../problem';
import type { Rotated } from './varimax';

export interface Oblique {
  /** p × k: regression weights of the columns on the dimensions. */
  readonly pattern: Matrix;
  /** p × k: correlations (or covariances) of the columns with the dimensions, pattern times Φ. */
  readonly structure: Matrix;
  /** Φ, k × k: correlations of the dimensions. */
  readonly correlations: Matrix;
  /** k × k: unrotated loadings times this are the pattern. */
  readonly transformation: Matrix;
}

/**
 * Promax (Hendrickson and White 1964): the least-squares fit of a varimax solution to its own loadings raised to a
 * power, their signs kept, with dimensions of unit variance.
 *
 * @param turned a varimax solution
 * @param power κ, usually 4
 * @throws Problem when two dimensions fall together
 */
export function promax(turned: Rotated, power: number): Oblique {
  const a = turned.loadings;
  const k = a.columns;
  const target = { ...a, values: a.values.map(value => Math.sign(value) * raised(Math.abs(value), power)) };
  const within = inverse(crossed(a, a));
  const fit = product(within, crossed(a, target));
  const spread = inverse(crossed(fit, fit));
  const scaled = zeros(k, k);
  for (let d = 0; d < k; d++) {
    const by = Math.sqrt(spread.values[d * k + d]!);
    const column = columnOf(fit, d);
    columnOf(scaled, d).set(column.map(value => value * by));
  }
  const correlations = inverse(crossed(scaled, scaled));
  for (let d = 0; d < k; d++) correlations.values[d * k + d] = 1;
  const pattern = product(a, scaled);
  return {
    pattern,
    structure: product(pattern, correlations),
    correlations,
    transformation: product(turned.rotation, scaled),
  };
}

/** The inverse transposed of a transformation U with UᵀU = Φ⁻¹: U Φ. */
export function scoreTransformation({ transformation, correlations }: Oblique): Matrix {
  return product(transformation, correlations);
}

/** Whole powers by products, which every host rounds alike. */
function raised(value: number, power: number): number {
  let result = 1;
  for (let i = 0; i < power; i++) result *= value;
  return result;
}

function inverse(matrix: Matrix): Matrix {
  const inverted = invertDefinite(matrix);
  if (inverted === null) {
    throw new Problem(
      'two dimensions fall together when they are rotated obliquely',
      'Keep fewer dimensions, rotate by varimax, or choose a lower power.',
    );
  }
  return inverted.inverse;
}
