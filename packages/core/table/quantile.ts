import { PIECE, pieceEnd } from '../pieces';
import { slicesOf, type Slices } from './order';

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

/** So many numbers share a slice, on average: few enough to be sorted soon. */
const PER_SLICE = 8;

/**
 * Quantiles of numbers in any order, as {@link quantile} gives them. Only those that share a slice with what is looked
 * for are sorted.
 *
 * @param values may hold NaN, which count as missing
 */
export function quantilesOf(values: Float64Array, qs: readonly number[]): number[] {
  const numbers = present(values);
  const n = numbers.length;
  if (n === 0) return qs.map(() => NaN);
  const places = qs.map(q => (n - 1) * q);
  const at = placedIn(numbers, new Set(places.flatMap(place => [Math.floor(place), Math.ceil(place)])));
  return places.map(place => {
    const below = Math.floor(place);
    const low = at.get(below)!;
    return place > below ? low + (place - below) * (at.get(below + 1)! - low) : low;
  });
}

/** The numbers that would stand at some places, were they sorted. */
function placedIn(numbers: Float64Array, places: ReadonlySet<number>): Map<number, number> {
  const n = numbers.length;
  const slices = slicesOf(numbers, Math.ceil(n / PER_SLICE));
  const { starts } = slices;
  const sliceOf = new Map([...places].map(place => [place, sliceAt(starts, place)]));
  const wanted = [...new Set(sliceOf.values())];
  // From 1; 0 where none is wanted.
  const which = new Uint8Array(starts.length);
  wanted.forEach((slice, k) => (which[slice] = k + 1));
  const members = wanted.map(slice => new Float64Array(starts[slice + 1]! - starts[slice]!));
  const filled = wanted.map(() => 0);
  for (let from = 0; from < n; from += PIECE) {
    gather(members, filled, which, slices, numbers, from, pieceEnd(from, n));
  }
  for (const some of members) some.sort();
  return new Map(
    [...sliceOf].map(([place, slice]) => [place, members[which[slice]! - 1]![place - starts[slice]!]!]),
  );
}

/** Puts the numbers of wanted slices with the members of theirs. */
function gather(
  members: readonly Float64Array[],
  filled: number[],
  which: Uint8Array,
  { least, perUnit }: Slices,
  numbers: Float64Array,
  from: number,
  to: number,
): void {
  for (let i = from; i < to; i++) {
    const k = which[((numbers[i]! - least) * perUnit) | 0]!;
    if (k > 0) members[k - 1]![filled[k - 1]!++] = numbers[i]!;
  }
}

function present(values: Float64Array): Float64Array {
  for (let i = 0; i < values.length; i++) {
    if (Number.isNaN(values[i]!)) return values.filter(value => !Number.isNaN(value));
  }
  return values;
}

/** The slice that holds the number of a place. */
function sliceAt(starts: Uint32Array, place: number): number {
  let low = 0;
  let high = starts.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >>> 1;
    if (starts[middle]! <= place) low = middle;
    else high = middle;
  }
  return low;
}
