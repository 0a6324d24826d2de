import { pointer, whole } from './args';
import { across } from './lanes';
import { sink, sizes } from './nearest';

/** Marks a neighbour that its row has not looked around yet. */
const FRESH: u32 = 0x80000000;
const ROW: u32 = 0x7fffffff;
/** In a table of rows seen: nobody. */
const NOBODY: u32 = 0xffffffff;

/**
 * What each row has along each of some directions; a part is `queries` rows.
 * Arguments: rows (n × stride), n, stride, queries a part, directions (count × stride), count, outcome (f32, count × n).
 */
export function projectRows(part: i32): void {
  const n = whole(1);
  const bytes = (<usize>whole(2)) << 2;
  const queries = whole(3);
  const count = whole(5);
  const end = min((part + 1) * queries, n);
  for (let d = 0; d < count; d++) {
    const direction = pointer(4) + <usize>d * bytes;
    const line = pointer(6) + ((<usize>d * <usize>n) << 2);
    for (let i = part * queries; i < end; i++) {
      store<f32>(line + ((<usize>i) << 2), productOf(pointer(0) + <usize>i * bytes, direction, bytes));
    }
  }
}

function productOf(from: usize, to: usize, bytes: usize): f32 {
  let sum = f32x4.splat(0);
  for (let at: usize = 0; at < bytes; at += 16) {
    sum = f32x4.add(sum, f32x4.mul(v128.load(from + at), v128.load(to + at)));
  }
  return across(sum);
}

/**
 * Each two rows of a leaf looked at; a part is a leaf, and no row is in two.
 * Arguments: rows, stride, order of the rows (u32), starts of the leaves (u32), k, heap of distances (f32, n × k; squares
 * by Euclid), heap of neighbours (u32, n × k), metric (0: Euclid's; 1: sum of sizes).
 */
export function joinLeaf(part: i32): void {
  const rows = pointer(0);
  const bytes = (<usize>whole(1)) << 2;
  const order = pointer(2);
  const starts = pointer(3) + ((<usize>part) << 2);
  const k = whole(4);
  const distances = pointer(5);
  const neighbours = pointer(6);
  const metric = whole(7);
  const end = load<u32>(starts, 4);
  for (let a = load<u32>(starts); a < end; a++) {
    const i = load<u32>(order + ((<usize>a) << 2));
    const from = rows + <usize>i * bytes;
    const own = (<usize>i * <usize>k) << 2;
    for (let b = a + 1; b < end; b++) {
      const j = load<u32>(order + ((<usize>b) << 2));
      const distance = between(from, rows + <usize>j * bytes, bytes, metric);
      const other = (<usize>j * <usize>k) << 2;
      take(distance, j, k, distances + own, neighbours + own);
      take(distance, i, k, distances + other, neighbours + other);
    }
  }
}

/**
 * Looks among the neighbours of each row's neighbours (Dong, Moses and Li 2011), wherever one of the two steps is new; a
 * row changes its own heap alone. A part is `queries` rows.
 * Arguments: as {@link joinLeaf} has rows and stride, n, queries a part, k, heaps and metric; then lists of new neighbours
 * (u32, n × width) and how many (u32, n), those of known ones and how many, width, a table for each part (u32, `size`, a
 * power of two above twice the rows that can be met), size, changes (u32, a part).
 */
export function descendRows(part: i32): void {
  const rows = pointer(0);
  const bytes = (<usize>whole(1)) << 2;
  const n = whole(2);
  const queries = whole(3);
  const k = whole(4);
  const metric = whole(7);
  const fresh = pointer(8);
  const freshCounts = pointer(9);
  const known = pointer(10);
  const knownCounts = pointer(11);
  const width = (<usize>whole(12)) << 2;
  const size = whole(14);
  const table = pointer(13) + ((<usize>part * <usize>size) << 2);
  let changes: u32 = 0;
  const end = min((part + 1) * queries, n);
  for (let i = part * queries; i < end; i++) {
    const at = (<usize>i) << 2;
    const from = rows + <usize>i * bytes;
    const heap = (<usize>i * <usize>k) << 2;
    memory.fill(table, 0xff, (<usize>size) << 2);
    see(<u32>i, table, size);
    for (let turn = 0; turn < 2; turn++) {
      const lists = turn === 0 ? fresh : known;
      const own = lists + <usize>i * width;
      const count = load<u32>((turn === 0 ? freshCounts : knownCounts) + at);
      for (let e: u32 = 0; e < count; e++) {
        const j = <usize>load<u32>(own + ((<usize>e) << 2));
        const there = fresh + j * width;
        const freshThere = load<u32>(freshCounts + (j << 2));
        for (let f: u32 = 0; f < freshThere; f++) {
          const c = load<u32>(there + ((<usize>f) << 2));
          if (!see(c, table, size)) continue;
          const distance = between(from, rows + <usize>c * bytes, bytes, metric);
          changes += take(distance, c, k, pointer(5) + heap, pointer(6) + heap);
        }
        if (turn === 1) continue;
        const knownFrom = known + j * width;
        const knownThere = load<u32>(knownCounts + (j << 2));
        for (let f: u32 = 0; f < knownThere; f++) {
          const c = load<u32>(knownFrom + ((<usize>f) << 2));
          if (!see(c, table, size)) continue;
          const distance = between(from, rows + <usize>c * bytes, bytes, metric);
          changes += take(distance, c, k, pointer(5) + heap, pointer(6) + heap);
        }
      }
    }
  }
  store<u32>(pointer(15) + ((<usize>part) << 2), changes);
}

/** Puts a row into a table of those seen; false where it is there already. */
function see(row: u32, table: usize, size: i32): bool {
  const mask = <u32>size - 1;
  let slot = ((row * 0x9e3779b1) >>> 7) & mask;
  let there = load<u32>(table + ((<usize>slot) << 2));
  while (there !== NOBODY) {
    if (there === row) return false;
    slot = (slot + 1) & mask;
    there = load<u32>(table + ((<usize>slot) << 2));
  }
  store<u32>(table + ((<usize>slot) << 2), row);
  return true;
}

/**
 * How far all rows are from one of them; a part is `queries` rows.
 * Arguments: rows, n, stride, queries a part, the one, metric (0: squares by Euclid; 1: sum of sizes), outcome (f32, n).
 */
export function distancesFrom(part: i32): void {
  const n = whole(1);
  const bytes = (<usize>whole(2)) << 2;
  const queries = whole(3);
  const one = pointer(0) + <usize>whole(4) * bytes;
  const end = min((part + 1) * queries, n);
  for (let i = part * queries; i < end; i++) {
    const distance = between(one, pointer(0) + <usize>i * bytes, bytes, whole(5));
    store<f32>(pointer(6) + ((<usize>i) << 2), distance);
  }
}

function between(from: usize, to: usize, bytes: usize, metric: i32): f32 {
  if (metric !== 0) return sizes(from, to, bytes);
  let sum = f32x4.splat(0);
  for (let at: usize = 0; at < bytes; at += 16) {
    const d = f32x4.sub(v128.load(from + at), v128.load(to + at));
    sum = f32x4.add(sum, f32x4.mul(d, d));
  }
  return across(sum);
}

/** Takes a row into a heap, as a new neighbour, where it is nearer than the furthest and not there already: 1 if so. */
function take(distance: f32, row: u32, k: i32, distances: usize, neighbours: usize): u32 {
  if (distance >= load<f32>(distances)) return 0;
  for (let e = 0; e < k; e++) {
    if ((load<u32>(neighbours + ((<usize>e) << 2)) & ROW) === row) return 0;
  }
  sink(distance, <i32>(row | FRESH), 0, k, distances, neighbours);
  return 1;
}
