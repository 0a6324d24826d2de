import type { Ordered } from './order';

/**
 * The quantile of sorted numbers by linear interpolation between order statistics, at position 1 + (n − 1)q
 * (definition 7 of Hyndman and Fan 1996).
 *
 * @param sorted ascending, without NaN
 * @param q from 0 to 1
 * @returns NaN for no numbers
 */
export function quantile(sorted: ArrayLike<number>, q: number): number {
  if (sorted.length === 0) return NaN;
  const position = (sorted.length - 1) * q;
  const below = Math.floor(position);
  const low = sorted[below]!;
  const high = sorted[Math.min(below + 1, sorted.length - 1)]!;
  return between(low, high, position - below);
}

/**
 * The same of numbers that weigh: the quantile of a table in which each stands as often as it weighs, at position
 * 1 + (Σw − 1)q.
 */
export function quantileOf({ values, upTo }: Ordered, q: number): number {
  if (upTo === null || values.length === 0) return quantile(values, q);
  const position = Math.max(0, (upTo[upTo.length - 1]! - 1) * q);
  const below = Math.floor(position);
  return between(values[placeOf(upTo, below)]!, values[placeOf(upTo, below + 1)]!, position - below);
}

const between = (low: number, high: number, share: number): number => low + share * (high - low);

/** The first place that is reached only after more than `weight` has gone by, or the last. */
function placeOf(upTo: Float64Array, weight: number): number {
  let low = 0;
  let high = upTo.length - 1;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (upTo[middle]! > weight) high = middle;
    else low = middle + 1;
  }
  return low;
}
