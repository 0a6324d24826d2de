import { columnOf, zeros, type Matrix } from '../../algebra/matrix';
import { symmetricEigen, type Eigen } from '../../algebra/symmetricEigen';
import type { Extraction } from './extraction';

/** Communalities within this of 1 count as 1. */
const AT_ONE = 1e-5;

/** Correlations with other numbers on their diagonal. */
export function withDiagonal(correlations: Matrix, diagonal: ArrayLike<number>): Matrix {
  const p = correlations.rows;
  const reduced = { ...correlations, values: correlations.values.slice() };
  for (let i = 0; i < p; i++) reduced.values[i * p + i] = diagonal[i]!;
  return reduced;
}

/** Loadings on the first m dimensions: eigenvectors times the roots of their eigenvalues, none where that is below 0. */
export function leadingLoadings({ values, vectors }: Eigen, m: number): Matrix {
  const loadings = zeros(vectors.rows, m);
  for (let d = 0; d < m; d++) {
    const root = Math.sqrt(Math.max(0, values[d]!));
    columnOf(loadings, d).set(columnOf(vectors, d).map(value => value * root));
  }
  return loadings;
}

/** Σ of squares of each row. */
export function rowSquares({ rows, values }: Matrix): Float64Array {
  const sums = new Float64Array(rows);
  values.forEach((value, at) => (sums[at % rows]! += value * value));
  return sums;
}

/** An extraction from its loadings. @param atBound measures whose uniqueness was stopped at its least */
export function extracted(
  correlations: Matrix,
  loadings: Matrix,
  end: Pick<Extraction, 'iterations' | 'converged'>,
  atBound: readonly number[] = [],
): Extraction {
  const communalities = rowSquares(loadings);
  const { values } = symmetricEigen(withDiagonal(correlations, communalities));
  return {
    loadings,
    communalities,
    uniquenesses: communalities.map(communality => 1 - communality),
    heywood: [...communalities.keys()].filter(i => communalities[i]! >= 1 - AT_ONE || atBound.includes(i)),
    reducedEigenvalues: values,
    ...end,
  };
}
