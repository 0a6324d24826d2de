import { correlation } from '../../../algebra/correlation';
import { seededRandom } from '../../../algebra/random';
import { quietHost, type Host } from '../../../host';
import { distanceOf } from '../../../nearest/exactNeighbours';
import { squareOn } from '../../../nearest/trueness';
import { ranks } from '../../../preparation/transform';
import { mapPoints } from '../mapPoints';
import type { NeighbourMap } from '../neighbourMap';
import type { SearchedRows } from '../points';

/** Distances on a map against those in the table, pair by pair. */
export interface DistanceDensity {
  /** Pairs of points that differ: all of them, or some drawn at random. */
  readonly pairs: number;
  readonly all: boolean;
  /** Spearman's correlation of the two. */
  readonly correlation: number;
  /** The largest distance in the table and on the map; each axis is parted evenly from 0 to it. */
  readonly inTable: number;
  readonly onMap: number;
  readonly bins: number;
  /** Pairs in each cell: bins of the table's distance, within each those of the map's. */
  readonly counts: Uint32Array;
}

const BINS = 48;
/** Points from which distances are taken, and pairs of each. */
const FROM = 400;
const EACH = 250;

/**
 * Distances in the table and on the map of pairs of points, all of them up to 400 points, of more some that are drawn by a
 * seed (Shepard 1962), as counts in cells, with their rank correlation.
 */
export function distanceDensity(
  { flat, point, by, points: n }: SearchedRows,
  map: NeighbourMap,
  host: Host = quietHost,
): DistanceDensity {
  const at = mapPoints(map, { point, points: n });
  const all = n <= FROM;
  const { whole } = seededRandom(1);
  const froms = all ? Array.from({ length: n }, (_, i) => i) : Array.from({ length: FROM }, () => whole(n));
  const [inTable, onMap]: [number[], number[]] = [[], []];
  froms.forEach((i, place) => {
    if (place % 16 === 0) host.progress(place / froms.length);
    const others = all
      ? Array.from({ length: n - i - 1 }, (_, k) => i + 1 + k)
      : Array.from({ length: EACH }, () => other(whole(n - 1), i));
    for (const j of others) {
      inTable.push(distanceOf(flat, i, j, by));
      onMap.push(Math.sqrt(squareOn(at, i, j)));
    }
  });
  const [tableMost, mapMost] = [inTable, onMap].map(list =>
    list.reduce((most, d) => Math.max(most, d), 0),
  ) as [number, number];
  const counts = new Uint32Array(BINS * BINS);
  inTable.forEach((distance, pair) => {
    counts[BINS * binOf(distance, tableMost) + binOf(onMap[pair]!, mapMost)]!++;
  });
  return {
    pairs: inTable.length,
    all,
    correlation: correlation(ranks(Float64Array.from(inTable)), ranks(Float64Array.from(onMap))),
    inTable: tableMost,
    onMap: mapMost,
    bins: BINS,
    counts,
  };
}

const other = (drawn: number, i: number): number => (drawn < i ? drawn : drawn + 1);

const binOf = (value: number, most: number): number =>
  most > 0 ? Math.min(BINS - 1, Math.floor((BINS * value) / most)) : 0;
