import { columnOf, zeros, type Matrix } from '../../algebra/matrix';
import type { Placement } from '../placement';
import type { Factors } from './factors';

/**
 * Where factors place rows: those that have scores. A row that lacks an entry has none, and no row where the factors have
 * none. Orthogonal factors hold shares of all variance; those of oblique ones overlap, and are none.
 */
export function factorsPlacement(factors: Factors): Placement {
  const { rows, rowScores, placedRows, placedScores, weights, counts, rotated, structureSquares } = factors;
  const used = scored(rowScores);
  const placed = scored(placedScores);
  return {
    rows: rows.filter((_, i) => used[i]),
    at: someRows(rowScores, used),
    placedRows: placedRows.filter((_, i) => placed[i]),
    placedAt: someRows(placedScores, placed),
    weights: weights && weights.filter((_, i) => used[i]),
    counts,
    shares: rotated.oblique ? null : structureSquares.map(sum => sum / factors.measures.length),
    structure: { measures: factors.measures, correlations: rotated.structure },
  };
}

/** Which rows have scores: all of them or none of a row. */
const scored = ({ rows, values }: Matrix): boolean[] =>
  Array.from({ length: rows }, (_, i) => !Number.isNaN(values[i]!));

/** Some rows of a matrix; the matrix itself where that is all of them. */
function someRows(matrix: Matrix, which: readonly boolean[]): Matrix {
  const many = which.filter(Boolean).length;
  if (many === matrix.rows) return matrix;
  const result = zeros(many, matrix.columns);
  for (let d = 0; d < matrix.columns; d++) {
    columnOf(result, d).set(columnOf(matrix, d).filter((_, i) => which[i]));
  }
  return result;
}
