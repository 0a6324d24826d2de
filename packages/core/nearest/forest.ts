import { seededRandom } from '../algebra/random';
import type { FlatRows } from './rows';

/** Rows in groups in which neighbours are likely: leaf l holds `order[starts[l]]` to before `order[starts[l + 1]]`. */
export interface Leaves {
  readonly order: Uint32Array;
  readonly starts: Uint32Array;
}

/** A leaf has so many rows at most. */
const LEAF = 64;

/** How often rows are halved until they are few enough for a leaf. */
export const levelsFor = (n: number): number => Math.max(0, Math.ceil(Math.log2(n / LEAF)));

/** Random directions, as long as a row with what fills it up. */
export function randomDirections({ entries, stride }: FlatRows, count: number, seed: number): Float32Array {
  const { normal } = seededRandom(seed);
  const directions = new Float32Array(count * stride);
  for (let d = 0; d < count; d++) {
    for (let k = 0; k < entries; k++) directions[d * stride + k] = normal();
  }
  return directions;
}

/**
 * A tree of random projections (Dasgupta and Freund 2008): all rows, then each half, are halved at the middle of what they
 * have along a direction, the same one for all parts of a level.
 *
 * @param along levels × n
 */
export function treeLeaves(n: number, levels: number, along: Float32Array): Leaves {
  const order = Uint32Array.from({ length: n }, (_, i) => i);
  let starts = Uint32Array.from([0, n]);
  for (let level = 0; level < levels; level++) {
    const values = along.subarray(level * n, (level + 1) * n);
    const next = new Uint32Array(2 * starts.length - 1);
    for (let part = 0; part + 1 < starts.length; part++) {
      const [from, to] = [starts[part]!, starts[part + 1]!];
      const middle = (from + to) >>> 1;
      partAt(order, values, from, to - 1, middle);
      next[2 * part] = from;
      next[2 * part + 1] = middle;
    }
    next[next.length - 1] = n;
    starts = next;
  }
  return { order, starts };
}

/** Orders some rows so that none before `middle` has more than those from there on (Hoare 1961). */
function partAt(order: Uint32Array, values: Float32Array, from: number, to: number, middle: number): void {
  while (from < to) {
    const pivot = values[order[(from + to) >>> 1]!]!;
    let [i, j] = [from, to];
    while (i <= j) {
      while (values[order[i]!]! < pivot) i++;
      while (values[order[j]!]! > pivot) j--;
      if (i > j) break;
      const row = order[i]!;
      order[i++] = order[j]!;
      order[j--] = row;
    }
    if (middle <= j) to = j;
    else if (middle >= i) from = i;
    else return;
  }
}

/** What rows have along directions: directions × n. */
export function projected({ n, stride, values }: FlatRows, directions: Float32Array): Float32Array {
  const count = directions.length / stride;
  const along = new Float32Array(count * n);
  for (let i = 0; i < n; i++) {
    for (let d = 0; d < count; d++) {
      let sum = 0;
      for (let e = 0; e < stride; e++) sum += values[i * stride + e]! * directions[d * stride + e]!;
      along[d * n + i] = sum;
    }
  }
  return along;
}
