import { columnOf, type Matrix } from '../../../algebra/matrix';
import { placeNeighbours } from '../../../nearest/placeNeighbours';
import { labelAgreement } from '../../../nearest/labelAgreement';
import { laidOver } from '../../../rotation/procrustes';
import { quantile } from '../../../table/quantile';
import type { NeighbourGraph } from '../graph';
import { mapPoints } from '../mapPoints';
import type { NeighbourMap } from '../neighbourMap';
import { judgedAt } from '../quality';
import type { NeighboursAsk } from '../question';
import { MOST_SEED, type OTHER_STARTS } from '../settings';

/** Which other seeds, and by what they are held against the map. */
export interface OfOtherSeeds {
  readonly judgedAt: number;
  readonly label: string | null;
  readonly starts: (typeof OTHER_STARTS)[number];
}

/** How many. */
const OTHERS = 5;

/** What each of the other maps is asked by. */
export const othersOf = (ask: NeighboursAsk, { starts }: Pick<OfOtherSeeds, 'starts'>): NeighboursAsk[] =>
  Array.from({ length: OTHERS }, (_, index) => ({
    ...ask,
    seed: (ask.seed + index + 1) % (MOST_SEED + 1),
    start: starts === 'anywhere' ? ('random' as const) : ask.start,
  }));

/** The same map by other seeds. */
export interface OtherSeeds {
  readonly seeds: readonly number[];
  readonly k: number;
  /**
   * For each row used: how far it lies on the other maps, laid over the first, from where it is, in mean distances to its k
   * nearest on the first; the mean over the seeds.
   */
  readonly moves: Float32Array;
  /** Half of the rows move by less, nine of ten do. */
  readonly median: number;
  readonly ninth: number;
  /** Of a row's k nearest on the first map, the share that are so on another; the mean over rows and seeds. */
  readonly kept: number;
  /** For each level of a label, by code: the share of its rows' k nearest that have it, on the first map and the least of the others. */
  readonly groups: readonly { readonly code: number; readonly first: number; readonly least: number }[];
}

/**
 * Holds maps by other seeds against the first, laid over it by Procrustes (Gower 1975).
 *
 * @param codes of the rows' levels, −1 where there is none; null without a label
 */
export function otherSeeds(
  graph: NeighbourGraph,
  map: NeighbourMap,
  others: readonly { readonly seed: number; readonly map: NeighbourMap }[],
  asked: number,
  codes: Int32Array | null,
): OtherSeeds {
  const k = judgedAt(asked, graph.points);
  const first = mapPoints(map, graph);
  const near = placeNeighbours(first, k);
  const reach = Float64Array.from({ length: graph.points }, (_, i) => {
    let sum = 0;
    for (let e = i * k; e < (i + 1) * k; e++) sum += near.distances[e]!;
    return sum / k;
  });
  const moves = new Float64Array(graph.points);
  let kept = 0;
  const shares = others.map(({ map: other }) => {
    const at = mapPoints(other, graph);
    const laid = laidOver(first, at);
    for (let i = 0; i < graph.points; i++) moves[i]! += distanceAt(first, laid, i) / others.length;
    const own = placeNeighbours(at, k);
    kept += sharedNeighbours(near.rows, own.rows, k) / others.length;
    return codes === null ? null : labelAgreement(codes, graph.point, own, k, map.weights);
  });
  const ofFirst = codes === null ? null : labelAgreement(codes, graph.point, near, k, map.weights);
  const relative = Float32Array.from(moves, (move, i) => (reach[i]! > 0 ? move / reach[i]! : NaN));
  const sorted = relative.filter(move => !Number.isNaN(move)).sort();
  return {
    seeds: others.map(({ seed }) => seed),
    k,
    moves: Float32Array.from(graph.point, one => relative[one]!),
    median: quantile(sorted, 0.5),
    ninth: quantile(sorted, 0.9),
    kept,
    groups: (ofFirst?.levels ?? []).map(({ code, share }) => ({
      code,
      first: share,
      least: shares.reduce(
        (low, one) => Math.min(low, one!.levels.find(level => level.code === code)!.share),
        Infinity,
      ),
    })),
  };
}

function distanceAt(a: Matrix, b: Matrix, i: number): number {
  let square = 0;
  for (let d = 0; d < a.columns; d++) square += (columnOf(a, d)[i]! - columnOf(b, d)[i]!) ** 2;
  return Math.sqrt(square);
}

/** The mean share of the k nearest of each point that two lists have in common. */
function sharedNeighbours(a: Uint32Array, b: Uint32Array, k: number): number {
  let same = 0;
  for (let from = 0; from < a.length; from += k) {
    const own = new Set(a.subarray(from, from + k));
    for (let e = from; e < from + k; e++) same += Number(own.has(b[e]!));
  }
  return same / a.length;
}
