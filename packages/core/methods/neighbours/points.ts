import type { SearchMetric } from '../../nearest/metric';
import type { FlatRows } from '../../nearest/rows';
import { Problem } from '../../problem';
import type { NeighbourGraph } from './graph';

/** What distances are taken of, point by point. */
export interface SearchedRows extends Omit<NeighbourGraph, 'neighbours' | 'recall' | 'found'> {
  readonly flat: FlatRows;
  readonly by: SearchMetric;
}

/** Dimensions a map has at most. */
export const MOST_DIMENSIONS = 3;

/** Fewest points that have neighbourhoods at all. */
const FEWEST_POINTS = 4;

/** @throws Problem where fewer than four points are left of so many rows */
export function refuseFew(points: number, rows: number): void {
  if (points >= FEWEST_POINTS) return;
  throw new Problem(
    points === rows
      ? `${rows} rows are too few for neighbourhoods.`
      : `${rows} rows hold only ${points} different ${points === 1 ? 'one' : 'ones'}: the others are copies.`,
    `A map of neighbours needs at least ${FEWEST_POINTS} rows that differ.`,
  );
}
