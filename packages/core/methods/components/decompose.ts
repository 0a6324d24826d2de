import { crossProducts } from '../../algebra/crossProducts';
import { columnOf, someColumns, transpose, weighted, zeros, type Matrix } from '../../algebra/matrix';
import { rightSingular } from '../../algebra/singular';
import { turnLargestPositive } from '../../algebra/sign';
import { symmetricEigen, type Eigen } from '../../algebra/symmetricEigen';
import { quietHost, stretch, type Host } from '../../host';
import { Problem } from '../../problem';
import type { Prepared, PreparedMoments, PreparedRows } from '../../preparation/prepared';
import { preparedProducts } from '../../preparation/preparedProducts';
import { meanOf } from '../../table/moments';
import { nipals } from './nipals';

/** All dimensions of the prepared measures, before any is chosen. */
export interface Decomposition {
  /** Columns that were decomposed, in the order of the coefficients' rows. */
  readonly measures: readonly string[];
  /** Eigenvalues, descending: variances along the dimensions. min(p, n − 1) of them; the rest are zero. */
  readonly eigenvalues: Float64Array;
  /** Shares of all variance, one per eigenvalue. */
  readonly shares: Float64Array;
  /** The mean variance of the min(p, n − 1) dimensions that there can be. */
  readonly average: number;
  /** Why there are fewer dimensions than there can be, or null. */
  readonly cutShort: string | null;
  /** Unit eigenvectors, p × dimensions, turned so that the largest entry of each is positive. */
  readonly coefficients: Matrix;
  /** Rows used × dimensions where gaps were kept, by {@link nipals}; otherwise scores follow from coefficients. */
  readonly scores: Matrix | null;
}

/** Of correlations, least eigenvalues below minus this, per column, are no matter of printed digits. */
const NOT_DEFINITE = 5e-4;
/** Below this beside the largest, an eigenvalue of cross-products has lost digits that the rows themselves keep. */
const LOST = 1e-6;
/** Larger tables keep to their cross-products: n p² and p at most. */
const MOST_WORK = 6e8;
const MOST_COLUMNS = 300;
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
  if (prepared.kind === 'moments') return decomposeMoments(prepared, kept, host);
  if (prepared.gaps > 0) return decomposeWithGaps(prepared, kept, host);
  const [rows, p] = [prepared.values.rows, kept.length];
  const ownRows = () => weighted(someColumns(prepared.values, kept), prepared.weights);
  // Centring takes one dimension from the rows.
  const n = Math.max(rows, Math.ceil(prepared.n ?? rows));
  const most = Math.min(p, prepared.scale === 'none' ? n : n - 1);
  if (p > rows) return finish(prepared, kept, fromRows(ownRows(), prepared.divisor, host), most, false);
  const eigen = fromColumns(prepared, kept, host);
  const lost = eigen.values[p - 1]! < LOST * eigen.values[0]!;
  const refines = lost && rows * p * p <= MOST_WORK && p <= MOST_COLUMNS;
  if (!refines) return finish(prepared, kept, eigen, most, true);
  return finish(prepared, kept, fromRowsThemselves(ownRows(), prepared, kept, eigen), most, true, 0);
}

/**
 * Where variances span many orders of magnitude, or measures nearly depend on each other: the rows themselves are
 * decomposed (Golub and Van Loan 2013), whose digits their cross-products do not hold. Directions without variance are
 * those of the cross-products, at right angles to the others.
 */
function fromRowsThemselves(x: Matrix, prepared: PreparedRows, kept: readonly number[], eigen: Eigen): Eigen {
  const digits = Math.max(x.rows, x.columns, 16) * Number.EPSILON;
  // What a measure far from 0 for its spread is rounded to.
  const noise = kept.map(j => digits * (1 + Math.abs(prepared.means[j]!) / prepared.sds[j]!));
  const { rank, values, vectors } = rightSingular(x, noise);
  const p = x.columns;
  const all = zeros(p, p);
  all.values.set(vectors.values);
  let next = rank;
  for (let d = p - 1; d >= 0 && next < p; d--) {
    const target = columnOf(all, next);
    target.set(columnOf(eigen.vectors, d));
    if (madeOrthogonal(target, all, next)) next++;
  }
  const squares = new Float64Array(p);
  values.forEach((value, d) => (squares[d] = value * (value / prepared.divisor)));
  return { values: squares, vectors: all };
}

/** Takes the first columns of a matrix off a unit vector, twice; false where little of it is left. */
function madeOrthogonal(vector: Float64Array, matrix: Matrix, columns: number): boolean {
  for (let pass = 0; pass < 2; pass++) {
    for (let d = 0; d < columns; d++) {
      const other = columnOf(matrix, d);
      let along = 0;
      for (let j = 0; j < vector.length; j++) along += vector[j]! * other[j]!;
      for (let j = 0; j < vector.length; j++) vector[j]! -= along * other[j]!;
    }
    const length = Math.sqrt(vector.reduce((sum, value) => sum + value * value, 0));
    if (!(length > 0.1)) return false;
    for (let j = 0; j < vector.length; j++) vector[j]! /= length;
  }
  return true;
}

function finish(
  prepared: Prepared,
  kept: readonly number[],
  { values, vectors }: Eigen,
  most: number,
  everyVector: boolean,
  floor = Math.max(prepared.rows.length, kept.length) * Number.EPSILON * Math.max(values[0]!, 0),
): Decomposition {
  const p = kept.length;
  const eigenvalues = new Float64Array(most);
  const found = Math.min(most, values.length);
  for (let d = 0; d < found; d++) eigenvalues[d] = values[d]! > floor ? values[d]! : 0;
  const total = eigenvalues.reduce((sum, value) => sum + value, 0);
  const coefficients = zeros(p, most);
  for (let d = 0; d < found; d++) {
    const vector = columnOf(coefficients, d);
    // Dimensions without variance have no direction of their own on the rows' side.
    if (everyVector || eigenvalues[d]! > 0) vector.set(columnOf(vectors, d));
    turnLargestPositive(vector);
  }
  return {
    measures: kept.map(j => prepared.measures[j]!),
    eigenvalues,
    shares: eigenvalues.map(value => value / total),
    average: total / most,
    cutShort: null,
    coefficients,
    scores: null,
  };
}

/** Of a matrix that the table gives. */
function decomposeMoments(prepared: PreparedMoments, kept: readonly number[], host: Host): Decomposition {
  const { covariances } = prepared;
  const p = kept.length;
  const matrix = zeros(p, p);
  kept.forEach((from, a) =>
    kept.forEach((to, b) => (matrix.values[a * p + b] = covariances.values[from * covariances.rows + to]!)),
  );
  refuseIndefinite(matrix, prepared, kept, host);
  const eigen = symmetricEigen(matrix, host);
  const most = prepared.n === null ? p : Math.min(p, prepared.n - 1);
  const size = Math.max(eigen.values[0]!, 0);
  // Nothing smaller can be told from the rounding of printed entries, which adds up as its root.
  const floor = Math.max(p * Number.EPSILON * size, 1.2 * Math.sqrt(p) * prepared.precision);
  return finish(prepared, kept, eigen, most, true, floor);
}

/** @throws Problem when no rows can have given the matrix, judged on unit variance whatever its scale */
function refuseIndefinite(matrix: Matrix, prepared: Prepared, kept: readonly number[], host: Host): void {
  const p = matrix.rows;
  const sd = (j: number) => Math.sqrt(matrix.values[j * p + j]!);
  const values = matrix.values.map((value, index) => value / (sd(index % p) * sd(Math.floor(index / p))));
  const { values: eigenvalues, vectors } = symmetricEigen({ ...matrix, values }, host);
  const least = eigenvalues[p - 1]!;
  if (!(least < -NOT_DEFINITE * p)) return;
  const worst = columnOf(vectors, p - 1);
  const names = kept
    .map((from, j) => ({ name: prepared.measures[from]!, size: Math.abs(worst[j]!) }))
    .sort((a, b) => b.size - a.size)
    .slice(0, 4)
    .map(({ name }) => `“${name}”`);
  throw new Problem(
    `the matrix is not positive definite, so that no one set of rows has these ${prepared.scale === 'unit-variance' ? 'correlations' : 'covariances'}: on unit variance its least eigenvalue is ${least.toPrecision(3)}, most of all by ${names.join(', ')}.`,
    'Take it anew over the rows that are complete, or set one of these measures aside.',
  );
}

/** Of columns with gaps, as many dimensions as are ever looked at. */
function decomposeWithGaps(prepared: PreparedRows, kept: readonly number[], host: Host): Decomposition {
  const n = prepared.rows.length;
  const x = someColumns(prepared.values, kept);
  const most = Math.min(kept.length, Math.max(n, Math.ceil(prepared.n ?? n)) - 1);
  const total = kept.reduce((sum, j) => sum + (prepared.sds[j]! / prepared.divisors[j]!) ** 2, 0);
  const asked = Math.min(most, n - 1, MOST_SEQUENTIAL);
  const found = nipals(x, asked, prepared.divisor, total, prepared.weights, host);
  const gaps = x.values.map(value => Number(Number.isNaN(value)));
  const absent = kept.map((_, j) => meanOf(gaps.subarray(j * n, (j + 1) * n), prepared.weights));
  const share = `${(100 * meanOf(absent)).toPrecision(2)} %`;
  if (found.found === 0) {
    throw new Problem(
      `with ${share} of the entries missing, ${found.why}.`,
      'Fill gaps or leave out their rows in question 2, or set aside the measures and rows that lack the most.',
    );
  }
  // With gaps, neighbours of near variance may come in another order.
  const order = [...Array(found.found).keys()].sort((a, b) => found.eigenvalues[b]! - found.eigenvalues[a]!);
  const coefficients = zeros(kept.length, order.length);
  const scores = zeros(n, order.length);
  order.forEach((from, d) => {
    const vector = columnOf(coefficients, d);
    vector.set(columnOf(found.coefficients, from));
    const sign = turnLargestPositive(vector);
    columnOf(scores, d).set(columnOf(found.scores, from).map(value => sign * value));
  });
  const eigenvalues = Float64Array.from(order, from => found.eigenvalues[from]!);
  return {
    measures: kept.map(j => prepared.measures[j]!),
    eigenvalues,
    shares: eigenvalues.map(value => value / total),
    average: total / most,
    cutShort: found.why === null ? null : `With ${share} of the entries missing, ${found.why}.`,
    coefficients,
    scores,
  };
}

function fromColumns(prepared: PreparedRows, kept: readonly number[], host: Host) {
  const products = preparedProducts(prepared, kept, stretch(host, 0, 0.3));
  for (let i = 0; i < products.values.length; i++) products.values[i]! /= prepared.divisor;
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
