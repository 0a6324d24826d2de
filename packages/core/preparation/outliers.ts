import type { Weights } from '../table/moments';
import { ordered } from '../table/order';
import { quantileOf } from '../table/quantile';

export const OUTLIER_RULES = ['none', 'fences', 'leave-out-rows', 'robust-z'] as const;
/**
 * What is done about entries far from the rest: nothing; pulled in to the fences (Tukey 1977); their rows left out; or
 * pulled in to a limit on the robust z score (Iglewicz and Hoaglin 1993).
 */
export type OutlierRule = (typeof OUTLIER_RULES)[number];

/** Between these an entry is taken as it is. */
export interface Fences {
  readonly low: number;
  readonly high: number;
}

/** Fences at `factor` interquartile ranges beyond the quartiles; null where half the entries or more are equal. */
export function quartileFences(values: Float64Array, factor: number, weights: Weights = null): Fences | null {
  const sorted = ordered(values, weights);
  return fencesAround(quantileOf(sorted, 0.25), quantileOf(sorted, 0.75), factor);
}

/** Fences at `factor` interquartile ranges beyond given quartiles; null where these are equal. */
export function fencesAround(low: number, high: number, factor: number): Fences | null {
  const reach = factor * (high - low);
  return high > low ? { low: low - reach, high: high + reach } : null;
}

/** 0.6745, the upper quartile of the standard normal: it makes the median deviation an estimate of the spread. */
const NORMAL_QUARTILE = 0.6744897501960817;

/** Limits where |0.6745 (x − median) / MAD| reaches `most`; null where half the entries or more are equal. */
export function robustLimits(values: Float64Array, most: number, weights: Weights = null): Fences | null {
  const spread = medianDeviation(values, weights);
  if (spread === null) return null;
  const reach = (most * spread.mad) / NORMAL_QUARTILE;
  return { low: spread.median - reach, high: spread.median + reach };
}

/** The median and the median absolute deviation from it; null where that deviation is 0. */
export function medianDeviation(
  values: Float64Array,
  weights: Weights = null,
): { median: number; mad: number } | null {
  const sorted = ordered(values, weights);
  const median = quantileOf(sorted, 0.5);
  const mad =
    weights === null
      ? middleDeviation(sorted.values, median)
      : quantileOf(
          ordered(
            values.map(value => Math.abs(value - median)),
            weights,
          ),
          0.5,
        );
  return mad > 0 ? { median, mad } : null;
}

/** The median distance of sorted numbers from their middle: they are gone through from there outwards, both ways. */
function middleDeviation(sorted: Float64Array, middle: number): number {
  const n = sorted.length;
  if (n === 0) return NaN;
  let above = n >> 1;
  let below = above - 1;
  let last = 0;
  let beforeLast = 0;
  for (let taken = 0; taken <= n >> 1; taken++) {
    const down = below >= 0 ? middle - sorted[below]! : Infinity;
    const up = above < n ? sorted[above]! - middle : Infinity;
    beforeLast = last;
    if (down < up) {
      last = down;
      below--;
    } else {
      last = up;
      above++;
    }
  }
  return n % 2 === 1 ? last : beforeLast + 0.5 * (last - beforeLast);
}

/** The first place at or after `from` whose value lies beyond the fences; the number of values where there is none. */
export function nextBeyond(values: Float64Array, { low, high }: Fences, from: number): number {
  let i = from;
  while (i < values.length && !(values[i]! < low || values[i]! > high)) i++;
  return i;
}

/** The robust standard deviation 1.4826 MAD; null where half the entries or more are equal. */
export function robustSd(values: Float64Array, weights: Weights = null): number | null {
  const spread = medianDeviation(values, weights);
  return spread === null ? null : spread.mad / NORMAL_QUARTILE;
}

/** The value, or the fence it lies beyond. */
export function pulledIn(value: number, { low, high }: Fences): number {
  return value < low ? low : value > high ? high : value;
}
