import { Problem } from '../problem';
import { numberAt, type NumberColumn } from '../table/column';
import type { Moments, Weights } from '../table/moments';

export const WEIGHTINGS = ['proportional', 'counts'] as const;
/**
 * What row weights are: real weights, rescaled to sum to n (divisor n − 1), or counts of how often a row stands for
 * itself (divisor Σw − 1, the same as repeating rows).
 */
export type Weighting = (typeof WEIGHTINGS)[number];

/** A column of weights and what they are. */
export interface RowWeight {
  readonly column: NumberColumn;
  readonly weighting: Weighting;
}

export interface RowWeights {
  /** A weight per row, or null where all are 1. Real weights sum to the number of rows. */
  readonly weights: Float64Array | null;
  /** How many rows the figures stand on: Σw for counts. */
  readonly n: number;
}

/**
 * The weights of some rows.
 *
 * @param rows of the table, each with a weight above 0
 * @throws Problem when counts sum to 1 or less
 */
export function rowWeights(weight: RowWeight | null, rows: Uint32Array): RowWeights {
  if (weight === null) return { weights: null, n: rows.length };
  const { column, weighting } = weight;
  const weights = Float64Array.from(rows, row => numberAt(column, row));
  const sum = weights.reduce((total, w) => total + w, 0);
  if (weighting === 'proportional') {
    return { weights: weights.map(w => w * (rows.length / sum)), n: rows.length };
  }
  if (rows.length > 0 && sum <= 1) {
    throw new Problem(
      'the counts sum to 1 or less',
      'Take the weights as proportions, or choose another column.',
      `weights “${column.name}”`,
    );
  }
  return { weights, n: sum };
}

/**
 * What sums of squares of a measure are divided by, over the entries that are there: how many they are less one; of
 * counts Σw − 1; of real weights their sum times (m − 1) / m for m entries, as if they had been rescaled to sum to m.
 */
export function divisorOver(
  { total, present }: Pick<Moments, 'total' | 'present'>,
  weights: Weights,
  counts: boolean,
): number {
  return counts || weights === null ? total - 1 : (total * (present - 1)) / present;
}

/** Of prepared rows: their weights, or null where all are 1, and whether these are counts. */
interface Weighed {
  readonly weights: Float64Array | null;
  readonly counts: boolean;
}

/**
 * The weights of some prepared rows, by their places: counts as they are, real weights rescaled to sum to as many as
 * the rows are.
 */
export function weightsAt({ weights, counts }: Weighed, places: ArrayLike<number>): Float64Array | null {
  if (weights === null) return null;
  const own = Float64Array.from(places, place => weights[place]!);
  if (counts) return own;
  const sum = own.reduce((total, w) => total + w, 0);
  return own.map(w => (w * own.length) / sum);
}

/** How many rows some prepared rows stand for: as many as they are, or the sum of their counts. */
export function rowsStoodFor({ weights, counts }: Weighed, places: ArrayLike<number>): number {
  if (weights === null || !counts) return places.length;
  let sum = 0;
  for (let i = 0; i < places.length; i++) sum += weights[places[i]!]!;
  return sum;
}
