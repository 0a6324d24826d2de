import type { Matrix } from '../algebra/matrix';
import { quietHost, type Host } from '../host';
import type { SearchMetric } from './metric';
import type { FlatRows } from './rows';
import type { RowDistances } from './sparse';
import { sampled } from './sampled';
import { distancesFrom, largestJudged, squareOn, type Trueness } from './trueness';

/** How true a map is at several sizes of neighbourhoods. */
export interface TruenessAt extends Pick<Trueness, 'k' | 'trustworthiness' | 'continuity' | 'kept'> {
  /** What neighbours kept come to by chance: k of the other points. */
  readonly byChance: number;
}

/** Sizes at which maps are judged. */
const SIZES = [2, 5, 10, 15, 20, 30, 50, 75, 100, 150, 200, 300, 500, 750, 1000];

export const sizesJudged = (points: number): number[] => SIZES.filter(k => k <= largestJudged(points));

/**
 * Trustworthiness, continuity (Venna and Kaski 2001) and neighbours kept over the sizes of neighbourhoods, by the ranks of
 * all distances of each point looked at, which are found once.
 *
 * @param sample so many points are looked at, by a seed, where there are more
 */
export function truenessOver(
  table: FlatRows | RowDistances,
  map: Matrix,
  sizes: readonly number[],
  metric: SearchMetric,
  sample: number,
  host: Host = quietHost,
): TruenessAt[] {
  const { n } = table;
  const points = n <= sample ? Uint32Array.from({ length: n }, (_, i) => i) : sampled(n, sample);
  const from = distancesFrom(table, metric, host);
  const most = sizes.at(-1) ?? 0;
  const [trust, continuity, kept] = [sizes, sizes, sizes].map(all => new Float64Array(all.length)) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const onMap = new Float64Array(n);
  try {
    points.forEach((i, place) => {
      if (place % 4 === 0) host.progress(place / points.length);
      const inTable = Float64Array.from(from.all(i));
      for (let j = 0; j < n; j++) onMap[j] = squareOn(map, i, j);
      inTable[i] = onMap[i] = -1;
      const [near, shown] = [ranked(inTable), ranked(onMap)];
      let [lost, missed, same, next] = [0, 0, 0, 0];
      const losses = { shown: 0, near: 0 };
      for (let k = 1; k <= most; k++) {
        const [a, b] = [shown.order[k]!, near.order[k]!];
        // Those that the one has among its k and the other has not, by how far beyond k they rank there.
        const [rankA, rankB] = [near.rank[a]!, shown.rank[b]!];
        if (rankA > k) {
          lost += rankA;
          losses.shown++;
        }
        if (rankB > k) {
          missed += rankB;
          losses.near++;
        }
        // What was beyond is within now where it ranks k in the other.
        if (shown.rank[b]! < k) {
          lost -= k;
          losses.shown--;
          same++;
        }
        if (near.rank[a]! < k) {
          missed -= k;
          losses.near--;
          same++;
        }
        if (a === b) same++;
        if (sizes[next] !== k) continue;
        const full = (k * (2 * n - 3 * k - 1)) / 2;
        trust[next]! += 1 - (lost - k * losses.shown) / full;
        continuity[next]! += 1 - (missed - k * losses.near) / full;
        kept[next]! += same / k;
        next++;
      }
    });
  } finally {
    from.end();
  }
  const mean = (sum: number): number => sum / points.length;
  return sizes.map((k, at) => ({
    k,
    trustworthiness: mean(trust[at]!),
    continuity: mean(continuity[at]!),
    kept: mean(kept[at]!),
    byChance: k / (n - 1),
  }));
}

/** Points by their distance, of equally far ones the first first, and the place of each. */
function ranked(distances: Float64Array): { readonly order: Uint32Array; readonly rank: Uint32Array } {
  const order = Uint32Array.from(distances.keys()).sort((a, b) => distances[a]! - distances[b]! || a - b);
  const rank = new Uint32Array(order.length);
  order.forEach((j, place) => (rank[j] = place));
  return { order, rank };
}
