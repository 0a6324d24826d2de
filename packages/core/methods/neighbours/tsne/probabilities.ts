import type { Neighbours } from '../../../nearest/exactNeighbours';
import { symmetricPairs, type Pairs } from '../pairs';

/** Of a row's perplexity, how far it may be off. */
const TOLERANCE = 1e-6;
const MOST_STEPS = 200;

/**
 * t-SNE's probabilities of pairs (van der Maaten and Hinton 2008, equations 1 and 2): for each row p(j|i) ∝ exp(−β d²)
 * over its 3 × perplexity nearest (van der Maaten 2014), β by Newton's steps within a bisection so that its perplexity is the asked; of each two
 * rows then the mean of both directions over n. They sum to 1.
 */
export function pairProbabilities({ k, distances, rows }: Neighbours, perplexity: number): Pairs {
  const n = rows.length / k;
  const used = Math.min(k, Math.max(1, Math.ceil(3 * perplexity)));
  const ends = new Uint32Array(n * used);
  const shares = new Float64Array(n * used);
  for (let i = 0; i < n; i++) {
    ends.set(rows.subarray(i * k, i * k + used), i * used);
    conditional(
      distances.subarray(i * k, i * k + used),
      perplexity,
      shares.subarray(i * used, (i + 1) * used),
    );
  }
  return symmetricPairs(used, ends, shares, (there, back) => (there + back) / (2 * n));
}

/**
 * A row's p(j|i) from its distances, into `shares`, and the perplexity that they have: the asked, unless so many
 * neighbours are equally near that no β gives it.
 */
export function conditional(distances: Float32Array, perplexity: number, shares: Float64Array): number {
  const k = distances.length;
  const nearest = distances[0]!;
  // Relative to the spread of squared distances, so that their unit is no matter.
  let mean = 0;
  for (let j = 0; j < k; j++) mean += (distances[j]! - nearest) * (distances[j]! + nearest);
  mean /= k;
  const wanted = Math.log(perplexity);
  let [low, high, beta] = [0, Infinity, 1];
  let entropy = 0;
  for (let step = 0; step < MOST_STEPS; step++) {
    let [sum, moment, second] = [0, 0, 0];
    for (let j = 0; j < k; j++) {
      const square = mean > 0 ? ((distances[j]! - nearest) * (distances[j]! + nearest)) / mean : 0;
      const weight = Math.exp(-beta * square);
      shares[j] = weight;
      sum += weight;
      moment += weight * square;
      second += weight * square * square;
    }
    const centre = moment / sum;
    entropy = Math.log(sum) + beta * centre;
    for (let j = 0; j < k; j++) shares[j]! /= sum;
    if (Math.abs(Math.expm1(entropy - wanted)) < TOLERANCE) break;
    if (entropy > wanted) low = beta;
    else high = beta;
    // The entropy falls by β times the variance of the squared distances.
    const next = beta + (entropy - wanted) / (beta * (second / sum - centre * centre));
    beta = next > low && next < high ? next : high === Infinity ? 2 * beta : (low + high) / 2;
    // Nothing is left to part but rows that are equally near.
    if (!(beta < 1e30) || beta === 0) break;
  }
  return Math.exp(entropy);
}
