import type { Matrix } from '../../algebra/matrix';
import type { SearchMetric } from '../../nearest/metric';
import type { FlatRows } from '../../nearest/rows';
import { Problem } from '../../problem';
import type { GraphFacts } from './neighbourMap';

/** The distinct rows of a table. */
export interface Points extends Pick<GraphFacts, 'points' | 'copies' | 'leading'> {
  readonly measures: readonly string[];
  readonly rows: Uint32Array;
  readonly notPlaced: number;
  /** A weight per row, or null where all are 1, and whether these are counts. They have no say in where rows lie. */
  readonly weights: Float64Array | null;
  readonly counts: boolean;
  /** The point of each row: rows that are the same share one. */
  readonly point: Uint32Array;
  /** Points × 3 or fewer: scores on the leading components of what distances are taken of. */
  readonly places: Matrix;
}

/** What distances are taken of, point by point. */
export interface SearchedRows extends Points {
  readonly flat: FlatRows;
  readonly by: SearchMetric;
  /** Rows that are only placed and have distances, as rows of the table, and what their distances are taken of. */
  readonly placedRows: Uint32Array;
  readonly placed: FlatRows;
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
