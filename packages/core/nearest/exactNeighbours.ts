import { startTeam } from '@wold/kernels/team';
import { quietHost, type Host } from '../host';
import type { SearchMetric } from './metric';
import type { FlatRows } from './rows';

/** The k nearest other rows of each row, nearest first; of equally far ones the first. */
export interface Neighbours {
  readonly k: number;
  /** n × k. */
  readonly rows: Uint32Array;
  readonly distances: Float32Array;
}

/** Rows a part. */
const QUERIES = 64;
/** Products between two signs of progress: about 40 ms. */
const WORK = 4e8;
/**
 * Kept beside those wanted, since products of single precision may take one for nearer than it is; their distances are
 * found anew from differences.
 */
const SPARE = 8;
/** Entries from which on a row is compared as a product, in panels of so many rows. */
const PANEL = 8;

/**
 * The k nearest of each row among all others, every distance looked at; blocks of products where it is Euclid's.
 *
 * @param k at most n − 1
 * @param first only so many rows are looked at, among all
 */
export function exactNeighbours(
  rows: FlatRows,
  k: number,
  metric: SearchMetric,
  host: Host = quietHost,
  first = rows.n,
): Neighbours {
  const found = metric === 'given' ? null : compiled(rows, k, metric, host, first);
  return found ?? plain(rows, k, metric, host, first);
}

function compiled(
  rows: FlatRows,
  k: number,
  metric: Exclude<SearchMetric, 'given'>,
  host: Host,
  first: number,
): Neighbours | null {
  const team = startTeam(host.helpers);
  if (team === null) return null;
  try {
    const { n, entries, stride, values } = rows;
    const kept = Math.min(n - 1, k + SPARE);
    const panels = Math.ceil(n / PANEL);
    const parts = Math.ceil(first / QUERIES);
    const which = metric === 'manhattan' ? 1 : 0;
    const from = team.room(4 * values.length);
    const packed = team.room(4 * PANEL * panels * entries);
    const halves = team.room(4 * PANEL * panels);
    const distances = team.room(4 * n * kept);
    const places = team.room(4 * n * kept);
    const flat = team.f32(from, values.length);
    flat.set(values);
    // Products lose digits to a common offset, which differences do not.
    if (which === 0) centre(flat, rows);
    for (let panel = 0; panel < panels; panel += 60_000) {
      const count = Math.min(60_000, panels - panel);
      team.run('packRows', count, [
        ...[from + 4 * stride * PANEL * panel, n - PANEL * panel, entries, stride],
        ...[packed + 4 * PANEL * panel * entries, halves + 4 * PANEL * panel],
      ]);
    }
    team.f32(distances, n * kept).fill(Infinity);
    const perRun = Math.max(2, Math.min(1000, Math.floor(WORK / (QUERIES * n * entries))));
    for (let part = 0; part < parts; part += perRun) {
      host.progress((0.97 * part) / parts);
      team.run('nearestRows', Math.min(perRun, parts - part), [
        ...[packed, halves, n, entries, QUERIES, panels, kept, distances, places, which],
        ...[0, panels, part * QUERIES],
      ]);
    }
    host.progress(0.97);
    team.run('sortNearest', Math.min(parts, 60_000), [
      ...[from, n, stride, QUERIES * Math.ceil(parts / 60_000), kept, distances, places, which],
    ]);
    return trimmed(first, k, kept, team.u32(places, n * kept), team.f32(distances, n * kept));
  } finally {
    team.end();
  }
}

function centre(flat: Float32Array, { n, entries, stride }: FlatRows): void {
  for (let j = 0; j < entries; j++) {
    let sum = 0;
    for (let i = 0; i < n; i++) sum += flat[i * stride + j]!;
    const mean = sum / n;
    for (let i = 0; i < n; i++) flat[i * stride + j]! -= mean;
  }
}

export function trimmed(
  n: number,
  k: number,
  kept: number,
  rows: Uint32Array,
  distances: Float32Array,
): Neighbours {
  const result = { k, rows: new Uint32Array(n * k), distances: new Float32Array(n * k) };
  for (let i = 0; i < n; i++) {
    result.rows.set(rows.subarray(i * kept, i * kept + k), i * k);
    result.distances.set(distances.subarray(i * kept, i * kept + k), i * k);
  }
  return result;
}

/** The same in plain loops. */
function plain(rows: FlatRows, k: number, metric: SearchMetric, host: Host, first: number): Neighbours {
  const { n } = rows;
  const result = { k, rows: new Uint32Array(first * k), distances: new Float32Array(first * k) };
  const all = new Float32Array(n);
  const places = new Uint32Array(n);
  for (let i = 0; i < first; i++) {
    if (i % 64 === 0) host.progress(i / first);
    for (let j = 0; j < n; j++) {
      all[j] = distanceOf(rows, i, j, metric);
      places[j] = j;
    }
    all[i] = Infinity;
    const nearest = [...places.sort((a, b) => all[a]! - all[b]! || a - b).subarray(0, k)];
    nearest.forEach((j, place) => {
      result.rows[i * k + place] = j;
      result.distances[i * k + place] = all[j]!;
    });
  }
  return result;
}

/** The distance of two rows, whose stride is a multiple of four. */
export function distanceOf({ stride, values }: FlatRows, a: number, b: number, metric: SearchMetric): number {
  if (metric === 'given') return values[a * stride + b]!;
  // Four sums that do not wait for each other; not by destructuring, which keeps them out of registers.
  let s0 = 0, s1 = 0, s2 = 0, s3 = 0; // prettier-ignore
  const manhattan = metric === 'manhattan';
  for (let i = a * stride, j = b * stride, end = i + stride; i < end; i += 4, j += 4) {
    const d0 = values[i]! - values[j]!;
    const d1 = values[i + 1]! - values[j + 1]!;
    const d2 = values[i + 2]! - values[j + 2]!;
    const d3 = values[i + 3]! - values[j + 3]!;
    s0 += manhattan ? Math.abs(d0) : d0 * d0;
    s1 += manhattan ? Math.abs(d1) : d1 * d1;
    s2 += manhattan ? Math.abs(d2) : d2 * d2;
    s3 += manhattan ? Math.abs(d3) : d3 * d3;
  }
  const sum = s0 + s1 + (s2 + s3);
  return manhattan ? sum : Math.sqrt(sum);
}
