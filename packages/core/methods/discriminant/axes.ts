import { inverseFactor } from '../../algebra/cholesky';
import { columnOf, transpose, zeros, type Matrix } from '../../algebra/matrix';
import { product } from '../../algebra/product';
import { rightSingular } from '../../algebra/singular';
import { Problem } from '../../problem';
import type { LabelledRows } from './labelledRows';
import type { GroupMoments } from './moments';
import { bestShrinkage, meanVariance } from './shrinkage';
import { FEW_FREEDOM, type Shrinkage } from './settings';

/** Axes in the space of the labelled rows. */
export interface Axes {
  /** Columns × axes: of unit covariance within the groups. */
  readonly coefficients: Matrix;
  /** Squares between the groups over squares within them, descending. */
  readonly eigenvalues: Float64Array;
  readonly singular: boolean;
  readonly shrunk: number;
}

/** Beside others, an axis that parts the groups by less than this parts them by rounding. */
const NOTHING = 1e-12;
/** A covariance without an inverse is drawn at least so far. */
const LEAST = 1e-6;

/**
 * Directions v with vᵀWv = 1 along which vᵀBv is as large as can be, one after the other (Fisher 1936; Rao 1948): of W,
 * the covariance within groups (divisor n less the groups), a factor L; then the singular vectors of L⁻¹ (means √size).
 *
 * @param shrinkage when W is shrunk; or the intensity that was found before, so that what is found again is treated alike
 * @param places of the rows that the moments are of; null for all
 * @throws Problem where W has no inverse and is not to be shrunk, rows do not vary within groups, or means are the same
 */
export function discriminantAxes(
  rows: LabelledRows,
  moments: GroupMoments,
  shrinkage: Shrinkage | number | 'of rows alone',
  places: Uint32Array | null = null,
): Axes {
  const { sizes, means, within } = moments;
  const q = within.rows;
  const there = [...sizes.keys()].filter(g => sizes[g]! > 0);
  const n = sizes.reduce((sum, size) => sum + size, 0);
  const freedom = n - there.length;
  const variance = meanVariance(within, rows.measures, n);
  if (!(freedom > 0) || !(variance > 0)) {
    throw new Problem(
      'rows do not vary within the groups.',
      'Choose a label with several rows to a level, or join levels.',
    );
  }
  const own = rows.measures > q ? null : inverseFactor(over(within, freedom));
  const singular = own === null;
  if (singular && shrinkage === 'of rows alone') {
    throw new Problem(
      'the covariance within the groups has no inverse, and how far it is to be shrunk is told by rows alone.',
      'Leave out measures that depend on each other, or reduce the sample alone.',
    );
  }
  if (singular && (shrinkage === 'never' || shrinkage === 0)) {
    throw new Problem(
      'the covariance within the groups has no inverse: there are too few rows for so many measures, or measures depend on each other.',
      'Let it be shrunk where it is singular, or leave measures out.',
    );
  }
  const isShrunk =
    shrinkage === 'always' ||
    singular ||
    (shrinkage === 'where-few' && freedom < FEW_FREEDOM * rows.measures);
  const shrunk =
    typeof shrinkage === 'number'
      ? shrinkage
      : isShrunk
        ? Math.max(bestShrinkage(rows, moments, places), singular ? LEAST : 0)
        : 0;
  const factor = shrunk > 0 ? inverseFactor(drawn(within, shrunk, variance * n, freedom)) : own;
  if (factor === null) throw new RangeError('A covariance drawn towards equal variances has an inverse.');
  const apart = zeros(q, there.length);
  there.forEach((g, k) => {
    for (let j = 0; j < q; j++) {
      let mean = 0;
      for (const h of there) mean += (sizes[h]! / n) * means.values[j * sizes.length + h]!;
      apart.values[k * q + j] = Math.sqrt(sizes[g]!) * (means.values[j * sizes.length + g]! - mean);
    }
  });
  const white = product(factor.factor, apart);
  const { values, left } = leftSingular(white, Math.min(q, there.length - 1), NOTHING * Math.sqrt(n));
  if (values.length === 0) {
    throw new Problem('the groups’ means are the same in all measures.', 'Choose another label.');
  }
  return {
    coefficients: product(transpose(factor.factor), left),
    eigenvalues: values.map(value => value ** 2 / freedom),
    singular,
    shrunk,
  };
}

const over = (matrix: Matrix, by: number): Matrix => ({
  ...matrix,
  values: matrix.values.map(value => value / by),
});

/** (1 − share) W + share μI. */
function drawn(within: Matrix, share: number, trace: number, freedom: number): Matrix {
  const result: Matrix = { ...within, values: within.values.map(v => ((1 - share) * v) / freedom) };
  for (let j = 0; j < within.rows; j++) {
    result.values[j * within.rows + j]! += (share * trace) / freedom;
  }
  return result;
}

/** Singular values and left vectors, so many at most and none that is rounding. */
function leftSingular(matrix: Matrix, most: number, least: number): { values: Float64Array; left: Matrix } {
  const tall = matrix.rows >= matrix.columns;
  const { rank, values, vectors } = rightSingular(
    tall ? matrix : transpose(matrix),
    new Float64Array(Math.min(matrix.rows, matrix.columns)).fill(NOTHING),
  );
  let count = Math.min(rank, most);
  while (count > 0 && !(values[count - 1]! > Math.max(NOTHING * values[0]!, least))) count--;
  const left = zeros(matrix.rows, count);
  const along = tall ? product(matrix, vectors) : vectors;
  for (let d = 0; d < count; d++) {
    columnOf(left, d).set(columnOf(along, d).map(value => (tall ? value / values[d]! : value)));
  }
  return { values: values.slice(0, count), left };
}
