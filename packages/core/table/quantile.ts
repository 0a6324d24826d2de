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
 * The same of numbers that weigh: the mean of the numbers on the stretch of length 1 from (Σw − 1)q on, when each takes as
 * long a stretch as it weighs. With counts it is the quantile of the numbers repeated as often; it bends but never jumps
 * as weights change.
 */
export function quantileOf({ values, upTo }: Ordered, q: number): number {
  if (upTo === null || values.length === 0) return quantile(values, q);
  const all = upTo[upTo.length - 1]!;
  const from = Math.max(0, (all - 1) * q);
  const to = Math.min(all, from + 1);
  let place = placeOf(upTo, from);
  const first = values[place]!;
  let sum = 0;
  for (let at = from; at < to && place < values.length; place++) {
    const end = Math.min(to, upTo[place]!);
    if (end <= at) continue;
    sum += (end - at) * (values[place]! - first);
    at = end;
  }
  return first + (to > from ? sum / (to - from) : 0);
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
