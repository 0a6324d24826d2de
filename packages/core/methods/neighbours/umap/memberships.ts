import type { Neighbours } from '../../../nearest/exactNeighbours';
import { symmetricPairs, type Pairs } from '../pairs';

const MOST_STEPS = 100;
const TOLERANCE = 1e-7;
/** The least σ beside the mean distance, so that rows in a heap do not all belong to nobody but the nearest. */
const LEAST = 1e-3;

/**
 * UMAP's fuzzy graph (McInnes, Healy and Melville 2018, section 3.1 and algorithm 3): row i belongs with its neighbour at
 * distance d by exp(−max(0, d − ρ)/σ), ρ its nearest neighbour's distance and σ such that the memberships sum to log₂ k;
 * of each two rows then the probabilistic union a + b − ab of both directions.
 */
export function memberships({ k, distances, rows }: Neighbours, neighbours: number): Pairs {
  const n = rows.length / k;
  const used = Math.min(k, neighbours);
  const ends = new Uint32Array(n * used);
  const shares = new Float64Array(n * used);
  let mean = 0;
  for (let i = 0; i < n; i++) for (let j = 0; j < used; j++) mean += distances[i * k + j]! / (n * used);
  for (let i = 0; i < n; i++) {
    ends.set(rows.subarray(i * k, i * k + used), i * used);
    belonging(distances.subarray(i * k, i * k + used), mean, shares.subarray(i * used, (i + 1) * used));
  }
  return symmetricPairs(used, ends, shares, (there, back) => there + back - there * back);
}

/** A row's memberships from its distances, nearest first, into `shares`. @param mean distance over all rows */
export function belonging(distances: Float32Array, mean: number, shares: Float64Array): void {
  const k = distances.length;
  const wanted = Math.log2(k);
  const nearest = distances.find(distance => distance > 0) ?? 0;
  let own = 0;
  for (let j = 0; j < k; j++) own += distances[j]! / k;
  let [low, high, sigma] = [0, Infinity, own > 0 ? own : 1];
  const sumAt = (width: number): number => {
    let sum = 0;
    for (let j = 0; j < k; j++) {
      const beyond = distances[j]! - nearest;
      shares[j] = beyond > 0 ? Math.exp(-beyond / width) : 1;
      sum += shares[j]!;
    }
    return sum;
  };
  for (let step = 0; step < MOST_STEPS; step++) {
    const sum = sumAt(sigma);
    if (Math.abs(sum - wanted) < TOLERANCE) break;
    if (sum > wanted) high = sigma;
    else low = sigma;
    sigma = high === Infinity ? 2 * sigma : (low + high) / 2;
  }
  const least = LEAST * (nearest > 0 ? own : mean);
  if (sigma < least) sumAt(least);
}
