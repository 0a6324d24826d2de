import { invertDefinite } from '../../algebra/cholesky';
import { columnOf, zeros, type Matrix } from '../../algebra/matrix';
import { symmetricEigen } from '../../algebra/symmetricEigen';
import { quietHost, type Host } from '../../host';
import { Problem } from '../../problem';
import { dampedMinimum, type Sloped } from './damped';
import type { Extraction } from './extraction';
import { squaredProjection } from './minimumResidual';
import { extracted } from './reduced';

/** Uniquenesses are followed as far down as this; one that would go lower is a Heywood case, and said to be. */
const LEAST = 1e-6;

/**
 * Maximum likelihood (Lawley 1940; Lawley and Maxwell 1971), found by the uniquenesses' logarithms (Jöreskog 1967): the
 * loadings follow from the correlations between the roots of the uniquenesses.
 *
 * @param correlations p × p
 * @param m factors, fewer than p
 * @throws Problem where the correlations are singular
 */
export function maximumLikelihood(correlations: Matrix, m: number, host: Host = quietHost): Extraction {
  const p = correlations.rows;
  const inverted = invertDefinite(correlations);
  if (inverted === null) {
    throw new Problem(
      'maximum likelihood needs correlations that have an inverse, and these have none',
      'Extract by minimum residual or principal axes, or set aside a measure that others make up.',
    );
  }
  const start = Float64Array.from({ length: p }, (_, i) =>
    Math.log((1 - m / (2 * p)) / inverted.inverse.values[i * p + i]!),
  );
  const found = dampedMinimum(at => likelihood(correlations, m, at), start, Math.log(LEAST), host);
  const loadings = likelihoodLoadings(correlations, m, found.at);
  return extracted(correlations, loadings, found, found.atBound);
}

/** Eigenvalues and vectors of Ψ^−½ R Ψ^−½, Ψ by its logarithms. */
function between(correlations: Matrix, logarithms: Float64Array) {
  const p = correlations.rows;
  const roots = logarithms.map(value => Math.exp(-value / 2));
  const scaled = {
    ...correlations,
    values: correlations.values.map((value, at) => value * roots[at % p]! * roots[Math.floor(at / p)]!),
  };
  return symmetricEigen(scaled);
}

/** The discrepancy that is left when the loadings are the best for these uniquenesses. */
function likelihood(correlations: Matrix, m: number, logarithms: Float64Array): Sloped {
  const p = correlations.rows;
  const { values, vectors } = between(correlations, logarithms);
  const gradient = new Float64Array(p);
  let value = 0;
  for (let d = 0; d < p; d++) {
    const theta = values[d]!;
    if (d < m && theta > 1) continue;
    value += theta - Math.log(theta) - 1;
    for (let i = 0; i < p; i++) gradient[i]! += (1 - theta) * vectors.values[d * p + i]! ** 2;
  }
  return { value, gradient, curvature: squaredProjection(vectors, m) };
}

function likelihoodLoadings(correlations: Matrix, m: number, logarithms: Float64Array): Matrix {
  const { values, vectors } = between(correlations, logarithms);
  const roots = logarithms.map(value => Math.exp(value / 2));
  const loadings = zeros(correlations.rows, m);
  for (let d = 0; d < m; d++) {
    const size = Math.sqrt(Math.max(0, values[d]! - 1));
    columnOf(loadings, d).set(columnOf(vectors, d).map((value, i) => roots[i]! * value * size));
  }
  return loadings;
}
