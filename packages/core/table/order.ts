import { PIECE, pieceEnd } from '../pieces';

/** As many as are soonest put in order one by one. */
const FEW = 24;

/** Numbers in slices of equal width of their range. */
export interface Slices {
  readonly least: number;
  /** Slices to one unit: a number lies in slice ⌊(number − least) · perUnit⌋. */
  readonly perUnit: number;
  /** How many numbers lie in slices below each; one more at the end. */
  readonly starts: Uint32Array;
}

/**
 * @param values without NaN; where they do not vary, all share the first slice
 * @param count of slices
 */
export function slicesOf(values: Float64Array, count: number): Slices {
  const n = values.length;
  let least = Infinity;
  let most = -Infinity;
  for (let from = 0; from < n; from += PIECE) {
    least = Math.min(least, leastOf(values, from, pieceEnd(from, n)));
    most = Math.max(most, mostOf(values, from, pieceEnd(from, n)));
  }
  const width = (count - 1) / (most - least);
  const perUnit = Number.isFinite(width) ? width : 0;
  const starts = new Uint32Array(count + 1);
  const slices = { least, perUnit, starts };
  for (let from = 0; from < n; from += PIECE) countIn(slices, values, from, pieceEnd(from, n));
  for (let slice = 0; slice < count; slice++) starts[slice + 1]! += starts[slice]!;
  return slices;
}

function leastOf(values: Float64Array, from: number, to: number): number {
  let least = Infinity;
  for (let i = from; i < to; i++) if (values[i]! < least) least = values[i]!;
  return least;
}

function mostOf(values: Float64Array, from: number, to: number): number {
  let most = -Infinity;
  for (let i = from; i < to; i++) if (values[i]! > most) most = values[i]!;
  return most;
}

/** Counts each number at the slice after its own. */
function countIn({ least, perUnit, starts }: Slices, values: Float64Array, from: number, to: number): void {
  for (let i = from; i < to; i++) starts[(((values[i]! - least) * perUnit) | 0) + 1]!++;
}

/**
 * The places of numbers from the least to the most, equal ones as they stand. By slices, in time that grows with their
 * number where they are spread evenly enough (Knuth 1998, section 5.2.5).
 *
 * @param values without NaN
 */
export function orderOf(values: Float64Array): Uint32Array {
  const n = values.length;
  const order = new Uint32Array(n);
  const slices = slicesOf(values, n);
  const next = slices.starts.slice();
  for (let from = 0; from < n; from += PIECE) fill(order, next, slices, values, from, pieceEnd(from, n));
  for (let slice = 0; slice < n; slice += PIECE) {
    orderWithin(order, values, slices.starts, slice, pieceEnd(slice, n));
  }
  return order;
}

/** Places by slice, within each as they stand; `next` is where each slice's next place goes. */
function fill(
  order: Uint32Array,
  next: Uint32Array,
  { least, perUnit }: Slices,
  values: Float64Array,
  from: number,
  to: number,
): void {
  for (let i = from; i < to; i++) order[next[((values[i]! - least) * perUnit) | 0]!++] = i;
}

/** Puts the places within some slices in order. */
function orderWithin(
  order: Uint32Array,
  values: Float64Array,
  starts: Uint32Array,
  firstSlice: number,
  endSlice: number,
): void {
  for (let slice = firstSlice; slice < endSlice; slice++) {
    const from = starts[slice]!;
    const to = starts[slice + 1]!;
    if (to - from < 2) continue;
    if (to - from <= FEW) putInOrder(order, values, from, to);
    else if (to - from === values.length) order.sort((a, b) => values[a]! - values[b]!);
    else {
      const crowd = order.slice(from, to);
      const theirs = new Float64Array(crowd.length);
      for (let k = 0; k < crowd.length; k++) theirs[k] = values[crowd[k]!]!;
      const within = orderOf(theirs);
      for (let k = 0; k < within.length; k++) order[from + k] = crowd[within[k]!]!;
    }
  }
}

function putInOrder(order: Uint32Array, values: Float64Array, from: number, to: number): void {
  for (let k = from + 1; k < to; k++) {
    const place = order[k]!;
    const value = values[place]!;
    let at = k;
    for (; at > from && values[order[at - 1]!]! > value; at--) order[at] = order[at - 1]!;
    order[at] = place;
  }
}
