import type { Matrix } from '../algebra/matrix';
import { startTeam } from '@wold/kernels/team';
import { quietHost, type Host } from '../host';
import { distanceOf } from './exactNeighbours';
import type { SearchMetric } from './metric';
import type { FlatRows } from './rows';
import type { RowDistances } from './sparse';
import { sampled } from './sampled';

/** How true a map is to the neighbourhoods of what it maps. */
export interface Trueness {
  readonly k: number;
  /** 1 where no row is a neighbour on the map alone (Venna and Kaski 2001). */
  readonly trustworthiness: number;
  /** 1 where no neighbour of the table is lost on the map. */
  readonly continuity: number;
  /** Of the k neighbours in the table, the share that are among the k on the map. */
  readonly kept: number;
  /** The points these are of: all, or a sample. */
  readonly points: Uint32Array;
  /** The same for each of them; their means are the figures above. */
  readonly each: {
    readonly trustworthiness: Float32Array;
    readonly continuity: Float32Array;
    readonly kept: Float32Array;
  };
}

/** The largest neighbourhood for which the figures run from 0 to 1. */
export const largestJudged = (points: number): number => Math.max(1, Math.ceil(points / 2) - 1);

/**
 * Trustworthiness and continuity (Venna and Kaski 2001) and the neighbours kept, by the ranks of all distances of each
 * point looked at; of equally far points the first comes first.
 *
 * @param sample so many points are looked at, by a seed, where there are more
 */
export function trueness(
  table: FlatRows | RowDistances,
  map: Matrix,
  k: number,
  metric: SearchMetric,
  sample: number,
  host: Host = quietHost,
): Trueness {
  const { n } = table;
  const points = n <= sample ? Uint32Array.from({ length: n }, (_, i) => i) : sampled(n, sample);
  const from = distancesFrom(table, metric, host);
  const onMap = new Float64Array(n);
  const each = {
    trustworthiness: new Float32Array(points.length),
    continuity: new Float32Array(points.length),
    kept: new Float32Array(points.length),
  };
  // Of one point: the most its ranks can lose.
  const most = (k * (2 * n - 3 * k - 1)) / 2;
  try {
    points.forEach((i, place) => {
      if (place % 8 === 0) host.progress(place / points.length);
      const inTable = from.all(i);
      for (let j = 0; j < n; j++) onMap[j] = squareOn(map, i, j);
      // The point itself comes before all others, and counts as none.
      inTable[i] = onMap[i] = -1;
      const [near, shown] = [nearest(inTable, k), nearest(onMap, k)];
      each.trustworthiness[place] = 1 - excess(shown, near, inTable, k) / most;
      each.continuity[place] = 1 - excess(near, shown, onMap, k) / most;
      const among = new Set(near);
      each.kept[place] = shown.reduce((count, j) => count + Number(among.has(j)), 0) / k;
    });
  } finally {
    from.end();
  }
  return {
    k,
    trustworthiness: meanOf(each.trustworthiness),
    continuity: meanOf(each.continuity),
    kept: meanOf(each.kept),
    points,
    each,
  };
}

type Numbers = Float32Array | Float64Array;

/** Rows a part. */
const QUERIES = 512;

interface Distances extends Pick<RowDistances, 'all'> {
  readonly end: () => void;
}

/** All distances of a point, by several threads where there are such; to be ended. */
export function distancesFrom(table: FlatRows | RowDistances, metric: SearchMetric, host: Host): Distances {
  if ('all' in table) return { all: table.all, end: () => undefined };
  const { n, stride, values } = table;
  const team = metric === 'given' ? null : startTeam(host.helpers);
  if (team === null) {
    const found = new Float32Array(n);
    const all = (i: number): Float32Array => {
      for (let j = 0; j < n; j++) found[j] = distanceOf(table, i, j, metric);
      return found;
    };
    return { all, end: () => undefined };
  }
  const rows = team.put(values);
  const found = team.room(4 * n);
  const which = metric === 'manhattan' ? 1 : 0;
  return {
    all: i => {
      team.run('distancesFrom', Math.ceil(n / QUERIES), [rows, n, stride, QUERIES, i, which, found]);
      return team.f32(found, n);
    },
    end: team.end,
  };
}

export function squareOn({ rows: n, columns, values }: Matrix, i: number, j: number): number {
  let square = 0;
  for (let d = 0; d < columns; d++) square += (values[d * n + i]! - values[d * n + j]!) ** 2;
  return square;
}

/** The k nearest but for the point itself, which has the least distance of all. */
function nearest(distances: Numbers, k: number): number[] {
  const found: number[] = [];
  for (let j = 0; j < distances.length; j++) {
    const distance = distances[j]!;
    if (found.length > k && distance >= distances[found[k]!]!) continue;
    let place = found.length > k ? k : found.push(j) - 1;
    for (; place > 0 && distances[found[place - 1]!]! > distance; place--) found[place] = found[place - 1]!;
    found[place] = j;
  }
  return found.slice(1);
}

/** How far beyond k those neighbours rank by other distances that are not among its own. */
function excess(of: readonly number[], own: readonly number[], distances: Numbers, k: number): number {
  const among = new Set(own);
  const others = of.filter(j => !among.has(j)).sort((a, b) => distances[a]! - distances[b]! || a - b);
  let before = 0;
  let sum = 0;
  // The point itself is among those before, so that the nearest other point is the first.
  for (const count of countsBefore(others, distances)) {
    before += count;
    sum += before - k;
  }
  return sum;
}

/** How many points come before each of some in their order, but not before the one before it; in one pass. */
function countsBefore(order: readonly number[], distances: Numbers): Uint32Array {
  const counts = new Uint32Array(order.length);
  const bounds = Float64Array.from(order, j => distances[j]!);
  const last = bounds.at(-1) ?? -Infinity;
  for (let j = 0; j < distances.length; j++) {
    const distance = distances[j]!;
    if (distance > last) continue;
    let from = 0;
    let to = order.length;
    while (from < to) {
      const middle = (from + to) >>> 1;
      const bound = bounds[middle]!;
      if (distance < bound || (distance === bound && j < order[middle]!)) to = middle;
      else from = middle + 1;
    }
    if (from < order.length) counts[from]!++;
  }
  return counts;
}

function meanOf(values: Float32Array): number {
  let sum = 0;
  for (const value of values) sum += value;
  return sum / values.length;
}
