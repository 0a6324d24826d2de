import { zeros, type Matrix } from '../algebra/matrix';

/** What a rotation makes as small as it can, and its slope. */
export interface Measured {
  readonly value: number;
  /** p × k, by the loadings. */
  readonly gradient: Matrix;
}

/** A measure of how far loadings (p × k) are from simple. */
export type Criterion = (loadings: Matrix) => Measured;

/**
 * The family of Crawford and Ferguson (1970): complexity of rows times 1 − κ and of columns times κ. Rotated
 * orthogonally κ = 0 is quartimax, k / (2p) equamax and 1 / p varimax.
 */
export function crawfordFerguson(kappa: number): Criterion {
  return loadings => {
    const { rows: p, columns: k, values } = loadings;
    const gradient = zeros(p, k);
    const squares = values.map(value => value * value);
    const ofRows = new Float64Array(p);
    const ofColumns = new Float64Array(k);
    squares.forEach((square, at) => {
      ofRows[at % p]! += square;
      ofColumns[Math.floor(at / p)]! += square;
    });
    let value = 0;
    squares.forEach((square, at) => {
      const complexity =
        (1 - kappa) * (ofRows[at % p]! - square) + kappa * (ofColumns[Math.floor(at / p)]! - square);
      value += (square * complexity) / 4;
      gradient.values[at] = values[at]! * complexity;
    });
    return { value, gradient };
  };
}

/**
 * Oblimin (Jennrich and Sampson 1966): Σ over pairs of columns of the sum of products of squared loadings, less γ / p
 * times the product of their sums. γ = 0 is direct quartimin.
 */
export function oblimin(gamma: number): Criterion {
  return loadings => {
    const { rows: p, columns: k, values } = loadings;
    const squares = values.map(value => value * value);
    const means = new Float64Array(k);
    squares.forEach((square, at) => (means[Math.floor(at / p)]! += square / p));
    // Squares less γ times their column's mean, summed over the other columns.
    const lessened = squares.map((square, at) => square - gamma * means[Math.floor(at / p)]!);
    const ofRows = new Float64Array(p);
    lessened.forEach((square, at) => (ofRows[at % p]! += square));
    const gradient = zeros(p, k);
    let value = 0;
    lessened.forEach((square, at) => {
      const others = ofRows[at % p]! - square;
      value += (squares[at]! * others) / 4;
      gradient.values[at] = values[at]! * others;
    });
    return { value, gradient };
  };
}

/** Geomin (Yates 1987): Σ over rows of the geometric mean of squared loadings, each a little (ε) above its own. */
export function geomin(epsilon: number): Criterion {
  return loadings => {
    const { rows: p, columns: k, values } = loadings;
    const means = new Float64Array(p);
    values.forEach((value, at) => (means[at % p]! += Math.log(value * value + epsilon) / k));
    for (let i = 0; i < p; i++) means[i] = Math.exp(means[i]!);
    const gradient = zeros(p, k);
    values.forEach((value, at) => {
      gradient.values[at] = ((2 / k) * value * means[at % p]!) / (value * value + epsilon);
    });
    return { value: means.reduce((sum, mean) => sum + mean, 0), gradient };
  };
}

/**
 * Half the sum of squared distances to a target (Browne 1972).
 *
 * @param target p × k; NaN where it says nothing
 */
export function towards(target: Matrix): Criterion {
  return loadings => {
    const gradient = zeros(loadings.rows, loadings.columns);
    let value = 0;
    loadings.values.forEach((loading, at) => {
      const wanted = target.values[at]!;
      if (Number.isNaN(wanted)) return;
      gradient.values[at] = loading - wanted;
      value += (loading - wanted) ** 2 / 2;
    });
    return { value, gradient };
  };
}
