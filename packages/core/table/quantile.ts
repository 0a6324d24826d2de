import quickselect from 'quickselect';

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

/**
 * Quantiles of numbers in any order, as {@link quantile} gives them, without sorting them all (Floyd and Rivest 1975).
 *
 * @param values may hold NaN, which count as missing
 * @param qs ascending
 */
export function quantilesOf(values: Float64Array, qs: readonly number[]): number[] {
  const numbers = values.some(Number.isNaN) ? values.filter(value => !Number.isNaN(value)) : values.slice();
  const n = numbers.length;
  if (n === 0) return qs.map(() => NaN);
  let settled = 0;
  const at = (place: number): number => {
    if (place >= settled) quickselect(numbers as unknown as number[], place, settled, n - 1);
    settled = Math.max(settled, place);
    return numbers[place]!;
  };
  return qs.map(q => {
    const position = (n - 1) * q;
    const below = Math.floor(position);
    const low = at(below);
    return below + 1 < n && position > below ? low + (position - below) * (at(below + 1) - low) : low;
  });
}
