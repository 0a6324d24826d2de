import { columnOf, type Matrix } from '../../algebra/matrix';
import { alongDirections, dot, squaredLengths, type SparseRows } from '../../algebra/sparseRows';
import type { PreparedWords } from '../../preparation/prepared';
import type { Components } from './components';
import { centreLimit, type Distances } from './distances';

/**
 * How far entries lie from the centre within the kept dimensions and off them. There is no limit for what is off them,
 * since not all eigenvalues are known.
 */
export function wordDistances(
  prepared: PreparedWords,
  { scores, placedScores, eigenvalues, kept }: Components,
  level: number,
): Distances {
  const own = lengths(prepared.sparse, prepared.offsets, scores, eigenvalues, kept);
  const placed = lengths(prepared.placedSparse, prepared.offsets, placedScores, eigenvalues, kept);
  return {
    ...centreLimit(prepared.n!, kept, level),
    rows: prepared.rows,
    ...own,
    placedRows: prepared.placedRows,
    placedT2: placed.t2,
    placedQ: placed.q,
    placedSquare: placed.square,
    qLimit: null,
  };
}

/** T², Q and squared length: |s − o|² = |s|² − 2 s·o + |o|², less what the kept dimensions hold. */
function lengths(
  sparse: SparseRows,
  offsets: Float64Array,
  scores: Matrix,
  eigenvalues: Float64Array,
  kept: number,
) {
  const along = alongDirections(sparse, new Float64Array(offsets.length), {
    rows: offsets.length,
    columns: 1,
    values: offsets,
  }).values;
  const about = dot(offsets, offsets);
  const squares = squaredLengths(sparse);
  const square = squares.map((value, i) => Math.max(0, value - 2 * along[i]! + about));
  const [t2, q] = [new Float64Array(sparse.rows), square.slice()];
  for (let d = 0; d < kept; d++) {
    const score = columnOf(scores, d);
    for (let i = 0; i < t2.length; i++) {
      t2[i]! += score[i]! ** 2 / eigenvalues[d]!;
      q[i]! -= score[i]! ** 2;
    }
  }
  // What is left of a row that the dimensions hold wholly is rounding.
  const rounding = 64 * Number.EPSILON;
  for (let i = 0; i < q.length; i++) if (q[i]! <= rounding * (squares[i]! + about)) q[i] = 0;
  return { t2, q, square };
}
