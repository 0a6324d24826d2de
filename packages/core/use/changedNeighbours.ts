import { zeros, type Matrix } from '../algebra/matrix';
import { placeNeighbours } from '../nearest/placeNeighbours';
import type { Placement } from '../methods/placement';

/** How far rows have the same neighbours in two placements. */
export interface ChangedNeighbours {
  readonly k: number;
  /** Rows of the table that both place. */
  readonly rows: Uint32Array;
  /** For each of them, of its k nearest in the one the share that are its k nearest in the other. */
  readonly kept: Float32Array;
  readonly mean: number;
}

/**
 * Compares the neighbours of the rows that two placements have in common, by all of their dimensions.
 *
 * @returns null where fewer than three rows are in both
 */
export function changedNeighbours(one: Placement, other: Placement, asked: number): ChangedNeighbours | null {
  const placeIn = new Map(Array.from(other.rows, (row, place) => [row, place]));
  const [own, theirs]: [number[], number[]] = [[], []];
  one.rows.forEach((row, place) => {
    const there = placeIn.get(row);
    if (there === undefined) return;
    own.push(place);
    theirs.push(there);
  });
  const n = own.length;
  if (n < 3) return null;
  const k = Math.min(asked, n - 1);
  const [a, b] = [nearestOf(one.at, own, k), nearestOf(other.at, theirs, k)];
  const kept = new Float32Array(n);
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const near = new Set(a.subarray(i * k, (i + 1) * k));
    let count = 0;
    for (let e = i * k; e < (i + 1) * k; e++) count += Number(near.has(b[e]!));
    kept[i] = count / k;
    sum += count / k;
  }
  return { k, rows: Uint32Array.from(own, place => one.rows[place]!), kept, mean: sum / n };
}

function nearestOf(at: Matrix, places: readonly number[], k: number): Uint32Array {
  const some = zeros(places.length, at.columns);
  for (let d = 0; d < at.columns; d++) {
    places.forEach((place, i) => (some.values[d * places.length + i] = at.values[d * at.rows + place]!));
  }
  return placeNeighbours(some, k).rows;
}

/** The rows whose neighbours changed most, first; those of which all stay are not among them. */
export function mostChanged({ rows, kept }: ChangedNeighbours, most: number): number[] {
  return [...rows.keys()]
    .filter(i => kept[i]! < 1)
    .sort((a, b) => kept[a]! - kept[b]! || rows[a]! - rows[b]!)
    .slice(0, most)
    .map(i => rows[i]!);
}
