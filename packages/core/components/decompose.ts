import { crossProducts } from '../algebra/crossProducts';
import { columnOf, transpose, zeros, type Matrix } from '../algebra/matrix';
import { symmetricEigen, type Eigen } from '../algebra/symmetricEigen';
import { quietHost, stretch, type Host } from '../host';
import { Problem } from '../problem';
import type { Prepared } from '../preparation/prepare';
import { nipals } from './nipals';

/** All dimensions of the prepared measures, before any is chosen. */
export interface Decomposition {
  /** Columns that were decomposed, in the order of the coefficients' rows. */
  readonly measures: readonly string[];
  /** Eigenvalues, descending: variances along the dimensions. min(p, n − 1) of them; the rest are zero. */
  readonly eigenvalues: Float64Array;
  /** Shares of all variance, one per eigenvalue. */
  readonly shares: Float64Array;
  /** Unit eigenvectors, p × dimensions, turned so that the largest entry of each is positive. */
  readonly coefficients: Matrix;
  /** Rows used × dimensions where gaps were kept, by {@link nipals}; otherwise scores follow from coefficients. */
  readonly scores: Matrix | null;
}

/** Entries within this share of the largest count as tied when a dimension's sign is chosen. */
const TIE = 1e-9;
/** Eigenvalues below this, per column, are no matter of printed digits. */
const NOT_DEFINITE = 5e-4;
/** Dimensions found one by one where gaps are kept. */
const MOST_SEQUENTIAL = 20;

/**
 * The eigen-decomposition of the covariances of the prepared columns: of R where they have unit variance, of S where
 * they are only centred (Hotelling 1933). Done on the side of the columns or of the rows, whichever is shorter.
 *
 * @param without measures to leave out
 * @throws Problem when fewer than two measures are left
 */
export function decompose(
  prepared: Prepared,
  without: readonly string[] = [],
  host: Host = quietHost,
): Decomposition {
  const kept = [...prepared.measures.keys()].filter(j => !without.includes(prepared.measures[j]!));
  if (kept.length < 2) {
    throw new Problem(
      `${kept.length === 0 ? 'no measure is' : 'only one measure is'} left in this reduction.`,
      'Take at least two measures in.',
    );
  }
  if (prepared.gaps > 0) return decomposeWithGaps(prepared, kept, host);
  if (prepared.given !== null) return decomposeGiven(prepared, prepared.given, kept, host);
  const x = weighted(prepared, kept);
  const n = x.rows;
  const p = x.columns;
  // Centring takes one dimension from the rows.
  const most = Math.min(p, prepared.scale === 'none' ? n : n - 1);
  const { values, vectors } =
    p <= n ? fromColumns(x, prepared.divisor, host) : fromRows(x, prepared.divisor, host);

  return finish(prepared, kept, { values, vectors }, most, p <= n);
}

function finish(
  prepared: Prepared,
  kept: readonly number[],
  { values, vectors }: Eigen,
  most: number,
  everyVector: boolean,
): Decomposition {
  const p = kept.length;
  const eigenvalues = new Float64Array(most);
  const floor = Math.max(prepared.rows.length, p) * Number.EPSILON * Math.max(values[0]!, 0);
  for (let d = 0; d < most; d++) eigenvalues[d] = values[d]! > floor ? values[d]! : 0;
  const total = eigenvalues.reduce((sum, value) => sum + value, 0);
  const coefficients = zeros(p, most);
  for (let d = 0; d < most; d++) {
    const vector = columnOf(coefficients, d);
    // Dimensions without variance have no direction of their own on the rows' side.
    if (everyVector || eigenvalues[d]! > 0) vector.set(columnOf(vectors, d));
    turnLargestPositive(vector);
  }
  return {
    measures: kept.map(j => prepared.measures[j]!),
    eigenvalues,
    shares: eigenvalues.map(value => value / total),
    coefficients,
    scores: null,
  };
}

/** Of a matrix that the table gives. */
function decomposeGiven(
  prepared: Prepared,
  given: Matrix,
  kept: readonly number[],
  host: Host,
): Decomposition {
  const p = kept.length;
  const matrix = zeros(p, p);
  kept.forEach((from, a) =>
    kept.forEach((to, b) => (matrix.values[a * p + b] = given.values[from * given.rows + to]!)),
  );
  const eigen = symmetricEigen(matrix, host);
  const least = eigen.values[p - 1]!;
  if (least < -NOT_DEFINITE * p) {
    throw new Problem(
      `the matrix is no matrix of ${prepared.scale === 'unit-variance' ? 'correlations' : 'covariances'} of one set of rows: its least eigenvalue is ${least.toPrecision(3)}.`,
      'Take it anew over the rows that are complete, or set a measure aside.',
    );
  }
  const most = prepared.n === null ? p : Math.min(p, prepared.n - 1);
  return finish(prepared, kept, eigen, most, true);
}

/** Of columns with gaps, as many dimensions as are ever looked at. */
function decomposeWithGaps(prepared: Prepared, kept: readonly number[], host: Host): Decomposition {
  const n = prepared.rows.length;
  const x = zeros(n, kept.length);
  kept.forEach((from, to) => columnOf(x, to).set(columnOf(prepared.values, from)));
  const k = Math.min(kept.length, n - 1, MOST_SEQUENTIAL);
  const { coefficients, scores, eigenvalues, total } = nipals(x, k, prepared.divisor, prepared.weights, host);
  for (let d = 0; d < k; d++) {
    const vector = columnOf(coefficients, d);
    const before = vector.slice();
    turnLargestPositive(vector);
    if (vector.some((value, j) => value !== before[j])) {
      const score = columnOf(scores, d);
      for (let i = 0; i < n; i++) score[i] = -score[i]!;
    }
  }
  return {
    measures: kept.map(j => prepared.measures[j]!),
    eigenvalues,
    shares: eigenvalues.map(value => value / total),
    coefficients,
    scores,
  };
}

/** The chosen columns, each row times the root of its weight, so that plain cross-products are the weighted ones. */
function weighted(prepared: Prepared, kept: readonly number[]): Matrix {
  const n = prepared.rows.length;
  const roots = prepared.weights?.map(Math.sqrt) ?? null;
  const x = zeros(n, kept.length);
  kept.forEach((from, to) => {
    const source = columnOf(prepared.values, from);
    const target = columnOf(x, to);
    if (roots === null) target.set(source);
    else for (let i = 0; i < n; i++) target[i] = source[i]! * roots[i]!;
  });
  return x;
}

function fromColumns(x: Matrix, divisor: number, host: Host) {
  const products = crossProducts(x, stretch(host, 0, 0.3));
  for (let i = 0; i < products.values.length; i++) products.values[i]! /= divisor;
  return symmetricEigen(products, stretch(host, 0.3, 1));
}

/** From XXᵀ = UΛUᵀ follow the same eigenvalues and v = Xᵀu / √λ. */
function fromRows(x: Matrix, divisor: number, host: Host) {
  const products = crossProducts(transpose(x), stretch(host, 0, 0.3));
  for (let i = 0; i < products.values.length; i++) products.values[i]! /= divisor;
  const { values, vectors: left } = symmetricEigen(products, stretch(host, 0.3, 0.9));
  const vectors = zeros(x.columns, x.rows);
  for (let d = 0; d < x.rows; d++) {
    const u = columnOf(left, d);
    const v = columnOf(vectors, d);
    let square = 0;
    for (let j = 0; j < x.columns; j++) {
      const column = columnOf(x, j);
      let sum = 0;
      for (let i = 0; i < x.rows; i++) sum += column[i]! * u[i]!;
      v[j] = sum;
      square += sum * sum;
    }
    const length = Math.sqrt(square);
    if (length > 0) for (let j = 0; j < v.length; j++) v[j]! /= length;
    host.progress(0.9 + (0.1 * d) / x.rows);
  }
  return { values, vectors };
}

/** Turns a vector so that its entry of largest size is positive; among ties the first entry decides. */
export function turnLargestPositive(vector: Float64Array): void {
  let largest = 0;
  for (const value of vector) largest = Math.max(largest, Math.abs(value));
  const leader = vector.find(value => Math.abs(value) >= largest * (1 - TIE))!;
  if (leader < 0) for (let j = 0; j < vector.length; j++) vector[j] = -vector[j]!;
}
