import { invertDefinite } from '../../algebra/cholesky';
import type { Matrix } from '../../algebra/matrix';
import { symmetricEigen } from '../../algebra/symmetricEigen';
import { quietHost, type Host } from '../../host';
import type { Extraction } from './extraction';
import { extracted, leadingLoadings, rowSquares, withDiagonal } from './reduced';

const MOST_ITERATIONS = 1000;
/** Of communalities from one round to the next. */
const TOLERANCE = 1e-6;

/**
 * Principal axes, iterated (Thomson 1934; Thurstone 1947): the first m dimensions of the correlations with communalities
 * on their diagonal, from squared multiple correlations on, until these communalities are those of the loadings.
 *
 * @param correlations p × p
 * @param m factors, fewer than p
 */
export function principalAxis(correlations: Matrix, m: number, host: Host = quietHost): Extraction {
  let communalities = startingCommunalities(correlations);
  let loadings: Matrix | null = null;
  let iterations = 0;
  let converged = false;
  while (!converged && iterations < MOST_ITERATIONS) {
    loadings = leadingLoadings(symmetricEigen(withDiagonal(correlations, communalities)), m);
    const next = rowSquares(loadings);
    converged = next.every((value, i) => Math.abs(value - communalities[i]!) < TOLERANCE);
    communalities = next;
    iterations++;
    host.progress(iterations / MOST_ITERATIONS);
  }
  return extracted(correlations, loadings!, { iterations, converged });
}

/**
 * Squared multiple correlations of each measure with all others (Guttman 1956); where the correlations are singular, the
 * size of its largest correlation.
 */
export function startingCommunalities(correlations: Matrix): Float64Array {
  const p = correlations.rows;
  const inverted = invertDefinite(correlations);
  if (inverted !== null) {
    const { values } = inverted.inverse;
    const smc = Float64Array.from({ length: p }, (_, i) => 1 - 1 / values[i * p + i]!);
    if (smc.every(value => value >= 0 && value <= 1)) return smc;
  }
  return Float64Array.from({ length: p }, (_, i) => {
    let most = 0;
    for (let j = 0; j < p; j++) {
      if (j !== i) most = Math.max(most, Math.abs(correlations.values[j * p + i]!));
    }
    return Math.min(1, most);
  });
}
