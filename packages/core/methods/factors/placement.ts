import type { Placement } from '../placement';
import type { Factors } from './factors';

/**
 * Where factors place rows. Orthogonal factors hold shares of all variance; those of oblique ones overlap, and are none.
 */
export function factorsPlacement(factors: Factors): Placement {
  const { rows, rowScores, placedRows, placedScores, weights, counts, rotated, structureSquares } = factors;
  return {
    rows,
    at: rowScores,
    placedRows,
    placedAt: placedScores,
    weights,
    counts,
    shares: rotated.oblique ? null : structureSquares.map(sum => sum / factors.measures.length),
    structure: { measures: factors.measures, correlations: rotated.structure },
  };
}
