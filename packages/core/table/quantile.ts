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
  return low + (position - below) * (high - low);
}
