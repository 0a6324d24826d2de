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
  let least = Infinity;
  let most = -Infinity;
  for (let i = 0; i < values.length; i++) {
    const value = values[i]!;
    if (value < least) least = value;
    if (value > most) most = value;
  }
  const width = (count - 1) / (most - least);
  const perUnit = Number.isFinite(width) ? width : 0;
  const starts = new Uint32Array(count + 1);
  for (let i = 0; i < values.length; i++) starts[(((values[i]! - least) * perUnit) | 0) + 1]!++;
  for (let slice = 0; slice < count; slice++) starts[slice + 1]! += starts[slice]!;
  return { least, perUnit, starts };
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
  const { least, perUnit, starts } = slicesOf(values, n);
  const next = starts.slice();
  for (let i = 0; i < n; i++) order[next[((values[i]! - least) * perUnit) | 0]!++] = i;
  for (let slice = 0; slice < n; slice++) {
    const from = starts[slice]!;
    const to = starts[slice + 1]!;
    if (to - from < 2) continue;
    if (to - from <= FEW) putInOrder(order, values, from, to);
    else if (to - from === n) order.sort((a, b) => values[a]! - values[b]!);
    else {
      const crowd = order.slice(from, to);
      const within = orderOf(Float64Array.from(crowd, i => values[i]!));
      for (let k = 0; k < within.length; k++) order[from + k] = crowd[within[k]!]!;
    }
  }
  return order;
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
