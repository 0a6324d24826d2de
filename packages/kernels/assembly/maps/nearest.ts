import { pointer, whole } from './args';
import { across } from './lanes';

/** Queries compared at once, and rows that stand in one panel. */
const TILE: i32 = 4;
const PANEL: i32 = 8;
/** Panels that stay in the near cache while all queries of a part pass by. */
const PANELS_AT_ONCE: i32 = 16;

/**
 * Puts rows into panels of eight, entry by entry, with half their square each; a part is a panel.
 * Arguments: rows (f32, n × stride), n, entries, stride, panels, halves of squares.
 */
export function packRows(part: i32): void {
  const rows = pointer(0);
  const n = whole(1);
  const entries = whole(2);
  const stride = (<usize>whole(3)) << 2;
  const panel = pointer(4) + ((<usize>part * <usize>entries) << 5);
  const halves = pointer(5) + ((<usize>part) << 5);
  for (let lane = 0; lane < PANEL; lane++) {
    const i = part * PANEL + lane;
    const to = panel + ((<usize>lane) << 2);
    let square: f32 = 0;
    if (i < n) {
      const from = rows + <usize>i * stride;
      for (let k = 0; k < entries; k++) {
        const value = load<f32>(from + ((<usize>k) << 2));
        store<f32>(to + ((<usize>k) << 5), value);
        square += value * value;
      }
    } else {
      for (let k = 0; k < entries; k++) store<f32>(to + ((<usize>k) << 5), 0);
      // Nothing is near a row that is not there.
      square = f32.MAX_VALUE / 2;
    }
    store<f32>(halves + ((<usize>lane) << 2), square / 2);
  }
}

/**
 * The nearest rows of some queries, each in a heap with its furthest on top; of rows equally far the first ones stay.
 * A part is `queries` rows from part × queries on, a multiple of 4, against the panels `from` … `to`.
 * Arguments: panels, halves, n, entries, queries a part, panels in all, k, heap of distances (f32, n × k), heap of
 * places (i32, n × k), metric (0: half the squared distance less half the query's square; 1: sum of sizes), first panel,
 * panel after the last, the first query.
 */
export function nearestRows(part: i32): void {
  const panels = pointer(0);
  const halves = pointer(1);
  const n = whole(2);
  const entries = whole(3);
  const queries = whole(4);
  const k = whole(6);
  const distances = pointer(7);
  const places = pointer(8);
  const metric = whole(9);
  const last = whole(11);
  const start = whole(12) + part * queries;
  const end = min(start + queries, n);
  const bytes = (<usize>entries) << 5;
  for (let block = whole(10); block < last; block += PANELS_AT_ONCE) {
    const blockEnd = min(block + PANELS_AT_ONCE, last);
    for (let q = start; q < end; q += TILE) {
      const query = panels + <usize>(q >> 3) * bytes + ((<usize>(q & 7)) << 2);
      const heap = (<usize>q * <usize>k) << 2;
      for (let g = block; g < blockEnd; g++) {
        const half = halves + ((<usize>g) << 5);
        const panel = panels + <usize>g * bytes;
        if (metric === 0) {
          productTile(query, panel, bytes, half, q, end, g * PANEL, k, distances + heap, places + heap);
        } else {
          sizesTile(query, panel, bytes, q, end, g * PANEL, n, k, distances + heap, places + heap);
        }
      }
    }
  }
}

function productTile(
  query: usize,
  panel: usize,
  bytes: usize,
  half: usize,
  q: i32,
  end: i32,
  row: i32,
  k: i32,
  distances: usize,
  places: usize,
): void {
  let a0 = f32x4.splat(0), b0 = f32x4.splat(0), a1 = f32x4.splat(0), b1 = f32x4.splat(0); // prettier-ignore
  let a2 = f32x4.splat(0), b2 = f32x4.splat(0), a3 = f32x4.splat(0), b3 = f32x4.splat(0); // prettier-ignore
  const stop = panel + bytes;
  while (panel < stop) {
    const x = v128.load(panel);
    const y = v128.load(panel, 16);
    let s = v128.load_splat<f32>(query);
    a0 = f32x4.add(a0, f32x4.mul(s, x));
    b0 = f32x4.add(b0, f32x4.mul(s, y));
    s = v128.load_splat<f32>(query, 4);
    a1 = f32x4.add(a1, f32x4.mul(s, x));
    b1 = f32x4.add(b1, f32x4.mul(s, y));
    s = v128.load_splat<f32>(query, 8);
    a2 = f32x4.add(a2, f32x4.mul(s, x));
    b2 = f32x4.add(b2, f32x4.mul(s, y));
    s = v128.load_splat<f32>(query, 12);
    a3 = f32x4.add(a3, f32x4.mul(s, x));
    b3 = f32x4.add(b3, f32x4.mul(s, y));
    panel += 32;
    query += 32;
  }
  const left = v128.load(half);
  const right = v128.load(half, 16);
  const line = (<usize>k) << 2;
  offer(f32x4.sub(left, a0), f32x4.sub(right, b0), q, row, k, distances, places);
  if (q + 1 >= end) return;
  offer(f32x4.sub(left, a1), f32x4.sub(right, b1), q + 1, row, k, distances + line, places + line);
  if (q + 2 >= end) return;
  offer(f32x4.sub(left, a2), f32x4.sub(right, b2), q + 2, row, k, distances + 2 * line, places + 2 * line);
  if (q + 3 >= end) return;
  offer(f32x4.sub(left, a3), f32x4.sub(right, b3), q + 3, row, k, distances + 3 * line, places + 3 * line);
}

function sizesTile(
  query: usize,
  panel: usize,
  bytes: usize,
  q: i32,
  end: i32,
  row: i32,
  n: i32,
  k: i32,
  distances: usize,
  places: usize,
): void {
  const line = (<usize>k) << 2;
  const stop = panel + bytes;
  for (let lane = 0; lane < TILE && q + lane < end; lane++) {
    let a = f32x4.splat(0);
    let b = f32x4.splat(0);
    let from = query + ((<usize>lane) << 2);
    for (let at = panel; at < stop; at += 32) {
      const s = v128.load_splat<f32>(from);
      a = f32x4.add(a, f32x4.abs(f32x4.sub(s, v128.load(at))));
      b = f32x4.add(b, f32x4.abs(f32x4.sub(s, v128.load(at, 16))));
      from += 32;
    }
    const skip = <usize>lane * line;
    if (row + PANEL > n) {
      a = beyond(a, row, n);
      b = beyond(b, row + 4, n);
    }
    offer(a, b, q + lane, row, k, distances + skip, places + skip);
  }
}

/** Distances with those of rows that are not there made infinite. */
function beyond(found: v128, row: i32, n: i32): v128 {
  const places = i32x4.add(i32x4.splat(row), i32x4(0, 1, 2, 3));
  return v128.bitselect(found, f32x4.splat(Infinity), i32x4.lt_s(places, i32x4.splat(n)));
}

function offer(left: v128, right: v128, query: i32, row: i32, k: i32, distances: usize, places: usize): void {
  const worst = v128.load_splat<f32>(distances);
  if (v128.any_true(v128.or(f32x4.lt(left, worst), f32x4.lt(right, worst)))) {
    offerFour(left, query, row, k, distances, places);
    offerFour(right, query, row + 4, k, distances, places);
  }
}

function offerFour(found: v128, query: i32, row: i32, k: i32, distances: usize, places: usize): void {
  offerOne(f32x4.extract_lane(found, 0), query, row, k, distances, places);
  offerOne(f32x4.extract_lane(found, 1), query, row + 1, k, distances, places);
  offerOne(f32x4.extract_lane(found, 2), query, row + 2, k, distances, places);
  offerOne(f32x4.extract_lane(found, 3), query, row + 3, k, distances, places);
}

function offerOne(distance: f32, query: i32, row: i32, k: i32, distances: usize, places: usize): void {
  if (distance >= load<f32>(distances) || row === query) return;
  sink(distance, row, 0, k, distances, places);
}

/** Puts a row in a heap's place `at`, or further down where it is nearer than what stands there. */
export function sink(distance: f32, row: i32, at: i32, k: i32, distances: usize, places: usize): void {
  for (;;) {
    let child = 2 * at + 1;
    if (child >= k) break;
    let below = load<f32>(distances + ((<usize>child) << 2));
    if (child + 1 < k) {
      const other = load<f32>(distances + ((<usize>child) << 2), 4);
      if (other > below) {
        below = other;
        child++;
      }
    }
    if (below <= distance) break;
    store<f32>(distances + ((<usize>at) << 2), below);
    store<i32>(places + ((<usize>at) << 2), load<i32>(places + ((<usize>child) << 2)));
    at = child;
  }
  store<f32>(distances + ((<usize>at) << 2), distance);
  store<i32>(places + ((<usize>at) << 2), row);
}

/**
 * Distances of the found rows anew from their differences, nearest first, equally far ones by their place. A part is
 * `queries` rows.
 * Arguments: rows (n × stride), n, stride, queries a part, k, distances, places, metric.
 */
export function sortNearest(part: i32): void {
  const rows = pointer(0);
  const n = whole(1);
  const stride = (<usize>whole(2)) << 2;
  const queries = whole(3);
  const k = whole(4);
  const metric = whole(7);
  const end = min((part + 1) * queries, n);
  for (let q = part * queries; q < end; q++) {
    const from = rows + <usize>q * stride;
    const line = (<usize>q * <usize>k) << 2;
    const distances = pointer(5) + line;
    const places = pointer(6) + line;
    for (let i = 0; i < k; i++) {
      const at = (<usize>i) << 2;
      const row = load<i32>(places + at);
      const to = rows + <usize>row * stride;
      const distance = metric === 0 ? root(from, to, stride) : sizes(from, to, stride);
      let down = at;
      while (down > 0) {
        const before = load<f32>(distances + down - 4);
        if (before < distance || (before === distance && load<i32>(places + down - 4) < row)) break;
        store<f32>(distances + down, before);
        store<i32>(places + down, load<i32>(places + down - 4));
        down -= 4;
      }
      store<f32>(distances + down, distance);
      store<i32>(places + down, row);
    }
  }
}

/** The distance of two rows of `bytes`, a multiple of 16. */
export function root(from: usize, to: usize, bytes: usize): f32 {
  let sum = f32x4.splat(0);
  for (let at: usize = 0; at < bytes; at += 16) {
    const d = f32x4.sub(v128.load(from + at), v128.load(to + at));
    sum = f32x4.add(sum, f32x4.mul(d, d));
  }
  return sqrt<f32>(across(sum));
}

/** The sum of the sizes of the differences of two rows. */
export function sizes(from: usize, to: usize, bytes: usize): f32 {
  let sum = f32x4.splat(0);
  for (let at: usize = 0; at < bytes; at += 16) {
    sum = f32x4.add(sum, f32x4.abs(f32x4.sub(v128.load(from + at), v128.load(to + at))));
  }
  return across(sum);
}
