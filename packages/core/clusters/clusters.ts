import { someRows, type Matrix } from '../algebra/matrix';
import { quietHost, stretch, type Host } from '../host';
import { distinctRows, type Distinct } from '../nearest/distinct';
import { flatRows } from '../nearest/rows';
import type { Placement } from '../methods/placement';
import { Problem } from '../problem';
import { MOST_MATCHED } from './partitions';
import { kMeans, MOST_ROWS } from './kMeans';
import { silhouette } from './silhouette';

/** Rows of a placement parted into clusters, once for each number of them. */
export interface Clusters {
  /** Rows of the table that were used. */
  readonly rows: Uint32Array;
  /** How often each row stands for itself; null where that is once, or weights are no counts. */
  readonly counts: Float64Array | null;
  readonly of: readonly Clustering[];
}

/** One way to part them. */
export interface Clustering {
  readonly k: number;
  /** For each row used its cluster, from 0 on, the largest first. */
  readonly cluster: Uint8Array;
  /** Rows in each, or how many they stand for. */
  readonly sizes: Float64Array;
  readonly silhouette: number;
  /** What is left within clusters of all squared distances from the mean. */
  readonly within: number;
  /** From how many starts it was found, how many of these led to it, and to how many different ends they led. */
  readonly starts: number;
  readonly reached: number;
  readonly ends: number;
}

/** Starts are as many as there is time for. */
const WORK = 5e5;
const MOST_STARTS = 100;
const FEWEST_STARTS = 4;

/** From how many starts rows of so many dimensions are parted. */
export const startsFor = ({ rows, columns }: Pick<Matrix, 'rows' | 'columns'>): number =>
  Math.max(FEWEST_STARTS, Math.min(MOST_STARTS, Math.floor(WORK / (Math.min(rows, MOST_ROWS) * columns))));

/**
 * k-means of the rows of a placement for 2, 3, … clusters, by all of its dimensions, with the mean silhouette of each.
 *
 * @throws Problem where fewer than three rows are placed apart
 */
export function clustersOf(
  { rows, at, weights, counts }: Pick<Placement, 'rows' | 'at' | 'weights' | 'counts'>,
  most: number,
  seed: number,
  host: Host = quietHost,
): Clusters {
  const points = distinctRows(flatRows(at));
  const distinct = points.first.length;
  if (distinct < 3) {
    throw new Problem(
      `only ${distinct} of ${rows.length} rows lie apart, too few for clusters.`,
      'Take more rows or measures in.',
    );
  }
  const last = Math.min(most, MOST_MATCHED, distinct - 1);
  const all = kMeans(at, weights, 1, 1, seed).within;
  const starts = startsFor({ rows: distinct, columns: at.columns });
  const of = Array.from({ length: last - 1 }, (_, index) => {
    const k = index + 2;
    const part = stretch(host, index / (last - 1), (index + 1) / (last - 1));
    return clustering(at, points, { weights, counts }, { k, starts, seed }, all, part);
  });
  return { rows, counts: counts ? weights : null, of };
}

function clustering(
  at: Matrix,
  { point, first }: Distinct,
  weighed: Pick<Placement, 'weights' | 'counts'>,
  { k, starts, seed }: { k: number; starts: number; seed: number },
  all: number,
  host: Host,
): Clustering {
  // Rows in one place are one point that weighs as much: how often a row stands there changes no step on the way.
  const weights = new Float64Array(first.length);
  point.forEach((place, i) => (weights[place]! += weighed.weights?.[i] ?? 1));
  const {
    cluster: ofPoint,
    centres: _,
    within,
    ...found
  } = kMeans(someRows(at, first), weights, k, starts, seed, stretch(host, 0, 0.5));
  const cluster = Uint8Array.from(point, place => ofPoint[place]!);
  const sizes = new Float64Array(k);
  cluster.forEach((c, i) => (sizes[c]! += weighed.weights?.[i] ?? 1));
  return {
    k,
    cluster,
    sizes,
    silhouette: silhouette(at, cluster, weighed, stretch(host, 0.5, 1)),
    within: within / all,
    ...found,
  };
}

/** The number of clusters whose mean silhouette is largest. */
export function bestClustering({ of }: Clusters): Clustering {
  return of.reduce((best, one) => (one.silhouette > best.silhouette ? one : best));
}
