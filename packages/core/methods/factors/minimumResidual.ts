import { zeros, type Matrix } from '../../algebra/matrix';
import { symmetricEigen } from '../../algebra/symmetricEigen';
import { quietHost, type Host } from '../../host';
import { dampedMinimum, type Sloped } from './damped';
import type { Extraction } from './extraction';
import { startingCommunalities } from './principalAxis';
import { extracted, leadingLoadings, withDiagonal } from './reduced';

/**
 * Minimum residual (Harman and Jones 1966): the loadings that leave the least sum of squared residual correlations off
 * the diagonal. Found as unweighted least squares of the uniquenesses (Jöreskog 1977), which may become negative: a
 * communality above 1 is shown as what it is.
 *
 * @param correlations p × p
 * @param m factors, fewer than p
 */
export function minimumResidual(correlations: Matrix, m: number, host: Host = quietHost): Extraction {
  const start = startingCommunalities(correlations).map(value => 1 - value);
  const found = dampedMinimum(at => leastSquares(correlations, m, at), start, -Infinity, host);
  const communalities = found.at.map(uniqueness => 1 - uniqueness);
  const loadings = leadingLoadings(symmetricEigen(withDiagonal(correlations, communalities)), m);
  return extracted(correlations, loadings, found);
}

/** Half the sum of squared eigenvalues that are left over, by the uniquenesses. */
function leastSquares(correlations: Matrix, m: number, uniquenesses: Float64Array): Sloped {
  const p = correlations.rows;
  const { values, vectors } = symmetricEigen(
    withDiagonal(
      correlations,
      uniquenesses.map(uniqueness => 1 - uniqueness),
    ),
  );
  // Of the first m only what is positive is taken up.
  const left = (d: number) => (d < m ? Math.min(0, values[d]!) : values[d]!);
  const gradient = new Float64Array(p);
  let value = 0;
  for (let d = 0; d < p; d++) {
    const rest = left(d);
    value += (rest * rest) / 2;
    for (let i = 0; i < p; i++) gradient[i]! -= rest * vectors.values[d * p + i]! ** 2;
  }
  return { value, gradient, curvature: squaredProjection(vectors, m) };
}

/** The squares of the entries of the projection onto all dimensions but the first m. */
export function squaredProjection(vectors: Matrix, m: number): Matrix {
  const p = vectors.rows;
  const result = zeros(p, p);
  for (let j = 0; j < p; j++) {
    for (let i = 0; i <= j; i++) {
      let sum = i === j ? 1 : 0;
      for (let d = 0; d < m; d++) sum -= vectors.values[d * p + i]! * vectors.values[d * p + j]!;
      result.values[j * p + i] = sum * sum;
      result.values[i * p + j] = sum * sum;
    }
  }
  return result;
}
