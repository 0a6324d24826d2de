import { invertDefinite } from '../../algebra/cholesky';
import type { Matrix } from '../../algebra/matrix';
import { symmetricEigen } from '../../algebra/symmetricEigen';
import { quietHost, type Host } from '../../host';
import type { Extraction } from './extraction';
import { extracted, leadingLoadings, rowSquares, withDiagonal } from './reduced';

const MOST_ITERATIONS = 1000;
/** Of communalities from one round to the next: where rounds gain a hundredth of the way, they are 1e-9 from their end. */
const TOLERANCE = 1e-11;
/** Rounds before steps are lengthened: those settle where communalities lead. */
const PLAIN_ROUNDS = 10;

/**
 * Principal axes, iterated (Thomson 1934; Thurstone 1947): the first m dimensions of the correlations with communalities
 * on their diagonal, from squared multiple correlations on, until these communalities are those of the loadings. Where the
 * rounds crawl, two of them are carried on by the squared extrapolation of Varadhan and Roland (2008), as long as that
 * brings communalities nearer to those of the loadings.
 *
 * @param correlations p × p
 * @param m factors, fewer than p
 */
export function principalAxis(correlations: Matrix, m: number, host: Host = quietHost): Extraction {
  let iterations = 0;
  const round = (communalities: Float64Array): Round => {
    host.progress(Math.min(1, ++iterations / MOST_ITERATIONS));
    const loadings = leadingLoadings(symmetricEigen(withDiagonal(correlations, communalities)), m);
    const step = rowSquares(loadings).map((value, i) => value - communalities[i]!);
    return { communalities, loadings, step, far: step.reduce((far, by) => Math.max(far, Math.abs(by)), 0) };
  };
  let last = round(startingCommunalities(correlations));
  while (!(last.far < TOLERANCE) && iterations < MOST_ITERATIONS) {
    const next = round(added(last.communalities, last.step, 1));
    last =
      iterations > PLAIN_ROUNDS && next.far >= TOLERANCE ? (lengthened(last, next, round) ?? next) : next;
  }
  return extracted(correlations, last.loadings, { iterations, converged: last.far < TOLERANCE });
}

/** Communalities, the loadings that they lead to, and how far the communalities of these are. */
interface Round {
  readonly communalities: Float64Array;
  readonly loadings: Matrix;
  readonly step: Float64Array;
  readonly far: number;
}

/** Two rounds carried on, where that comes nearer than the second did; else null. */
function lengthened(
  { communalities, step }: Round,
  next: Round,
  round: (communalities: Float64Array) => Round,
): Round | null {
  const bend = next.step.map((by, i) => by - step[i]!);
  const length = Math.max(1, norm(step) / norm(bend));
  if (!Number.isFinite(length) || length === 1) return null;
  const carried = added(added(communalities, step, 2 * length), bend, length ** 2);
  if (carried.some(value => !(value >= 0))) return null;
  const found = round(carried);
  return found.far < next.far ? found : null;
}

const added = (values: Float64Array, step: Float64Array, times: number): Float64Array =>
  values.map((value, i) => value + times * step[i]!);

const norm = (values: Float64Array): number =>
  Math.sqrt(values.reduce((sum, value) => sum + value * value, 0));

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
