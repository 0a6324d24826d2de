import { columnOf, transpose, zeros, type Matrix } from '../../algebra/matrix';
import { product } from '../../algebra/product';
import { symmetricEigen } from '../../algebra/symmetricEigen';

/** Correlations without negative eigenvalues, and how many were raised. */
export interface Smoothed {
  readonly correlations: Matrix;
  /** Eigenvalues that were negative. */
  readonly raised: number;
  /** The largest change of a correlation. */
  readonly change: number;
}

/** What negative eigenvalues are raised to, beside the mean eigenvalue of 1. */
const LEAST = 1e-4;
/** Below this they count as negative; what is between is rounding. */
const NEGATIVE = -1e-9;

/**
 * Correlations that are not those of any table (polychoric ones, or ones over different rows, may have negative
 * eigenvalues) made so: negative eigenvalues are raised to a little above 0, and the diagonal is brought back to 1 (Knol
 * and ten Berge 1989, one step). Others are given back as they are.
 */
export function smoothed(correlations: Matrix): Smoothed {
  const { values, vectors } = symmetricEigen(correlations);
  const raised = values.filter(value => value < NEGATIVE).length;
  if (raised === 0) return { correlations, raised, change: 0 };
  const p = correlations.rows;
  const scaled = zeros(p, p);
  values.forEach((value, d) =>
    columnOf(scaled, d).set(columnOf(vectors, d).map(entry => entry * Math.max(LEAST, value))),
  );
  const made = product(scaled, transpose(vectors));
  const roots = Float64Array.from({ length: p }, (_, i) => Math.sqrt(made.values[i * p + i]!));
  let change = 0;
  made.values.forEach((value, at) => {
    const [i, j] = [at % p, Math.floor(at / p)];
    made.values[at] = i === j ? 1 : value / (roots[i]! * roots[j]!);
    change = Math.max(change, Math.abs(made.values[at]! - correlations.values[at]!));
  });
  return { correlations: made, raised, change };
}
