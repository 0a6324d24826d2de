import { columnOf, zeros, type Matrix } from '../../algebra/matrix';
import { quietHost, type Host } from '../../host';

/** Components found one after the other. */
export interface SequentialComponents {
  /** p × k, unit length. */
  readonly coefficients: Matrix;
  /** n × k. */
  readonly scores: Matrix;
  readonly eigenvalues: Float64Array;
  /** How many of the k could be found; the others are zero. */
  readonly found: number;
  /** Why no more were found, or null. */
  readonly why: string | null;
}

const MOST_ITERATIONS = 2000;
/** Of the square of its size, that a component moves by. */
const TOLERANCE = 1e-18;
/** Likewise, where it is taken for settled after the last iteration. */
const SETTLED = 1e-8;
/** A variance may be above the one before by this share: with gaps, neighbours of near variance change places. */
const OUT_OF_ORDER = 0.1;
/** Rows with little left to go by give variances of rounding size, which say nothing. */
const NEGLIGIBLE = 1e-9;
/** A component with so many times all variance is not waited for. */
const FAR_TOO_MUCH = 10;
const MORE_THAN_ALL = 'comes out with more variance than all measures have';

/**
 * Components of columns with gaps by iterated regressions on what is there, one component after the other, each taken
 * off before the next (NIPALS: H. Wold 1966). Without gaps they are the principal components; with gaps, scores are
 * only nearly uncorrelated. With many gaps scores of rows with little to go by grow beyond all bounds: it ends before a
 * component that has more variance than there is, or markedly more than the one before, or that does not settle.
 *
 * @param x n × p, centred, NaN where missing; no row or column without entries
 * @param k how many components
 * @param total variance of all columns together, each over its own entries
 * @param weights a weight per row, or null where all are 1
 */
export function nipals(
  x: Matrix,
  k: number,
  divisor: number,
  total: number,
  weights: Float64Array | null = null,
  host: Host = quietHost,
): SequentialComponents {
  const { rows: n, columns: p } = x;
  const rest: Matrix = { rows: n, columns: p, values: x.values.slice() };
  const coefficients = zeros(p, k);
  const scores = zeros(n, k);
  const eigenvalues = new Float64Array(k);
  let sum = 0;
  for (let d = 0; d < k; d++) {
    const t = columnOf(scores, d);
    const v = columnOf(coefficients, d);
    const before = d === 0 ? total : eigenvalues[d - 1]! * (1 + OUT_OF_ORDER);
    const why = settle(rest, t, v, weights, FAR_TOO_MUCH * total * divisor);
    let squares = 0;
    for (let i = 0; i < n; i++) squares += (weights?.[i] ?? 1) * t[i]! * t[i]!;
    const variance = squares / divisor;
    sum += variance;
    const wrong = why ?? excess(variance, before, sum, total);
    if (wrong !== null && !(variance < NEGLIGIBLE * total)) {
      t.fill(0);
      v.fill(0);
      return { coefficients, scores, eigenvalues, found: d, why: `component ${d + 1} ${wrong}` };
    }
    eigenvalues[d] = variance;
    for (let j = 0; j < p; j++) {
      const column = columnOf(rest, j);
      for (let i = 0; i < n; i++) column[i]! -= t[i]! * v[j]!;
    }
    host.progress((d + 1) / k);
  }
  return { coefficients, scores, eigenvalues, found: k, why: null };
}

/** Columns whose squares differ by less than this share vary alike. */
const TIE = 1e-9;

/** Finds one component; says what is wrong where it does not settle, or its squares grow beyond `most`. */
function settle(
  rest: Matrix,
  t: Float64Array,
  v: Float64Array,
  weights: Float64Array | null,
  most: number,
): string | null {
  if (!start(rest, t, weights)) return null;
  let moved = Infinity;
  for (let iteration = 0; moved > TOLERANCE && iteration < MOST_ITERATIONS; iteration++) {
    regressColumns(rest, t, v, weights);
    const before = t.slice();
    regressRows(rest, v, t);
    let change = 0;
    let size = 0;
    for (let i = 0; i < t.length; i++) {
      const w = weights?.[i] ?? 1;
      change += w * (t[i]! - before[i]!) * (t[i]! - before[i]!);
      size += w * t[i]! * t[i]!;
    }
    if (!(size <= most)) return MORE_THAN_ALL;
    moved = size > 0 ? change / size : 0;
  }
  if (moved <= SETTLED) return null;
  return `did not settle in ${MOST_ITERATIONS} iterations (the last moved it by ${Math.sqrt(moved).toPrecision(2)} of its size)`;
}

/** What is wrong with a variance beside those before it, or null. */
function excess(variance: number, before: number, sum: number, total: number): string | null {
  if (!(variance <= total * (1 + 1e-6))) return MORE_THAN_ALL;
  if (sum > total * (1 + OUT_OF_ORDER)) return 'brings the variances above that of all measures';
  return variance > before ? 'comes out with more variance than the one before it' : null;
}

/** The column that varies most, gaps as 0; false where none varies. */
function start(x: Matrix, t: Float64Array, weights: Float64Array | null): boolean {
  let best = -1;
  let most = 0;
  for (let j = 0; j < x.columns; j++) {
    let squares = 0;
    columnOf(x, j).forEach((value, i) => {
      if (!Number.isNaN(value)) squares += (weights?.[i] ?? 1) * value * value;
    });
    // On unit variance many vary alike but for rounding: the first of them.
    if (squares > most * (1 + TIE)) [best, most] = [j, squares];
  }
  if (best < 0) return false;
  columnOf(x, best).forEach((value, i) => (t[i] = Number.isNaN(value) ? 0 : value));
  return true;
}

/** Slopes of each column on the scores over the rows where it is there, brought to unit length. */
function regressColumns(x: Matrix, t: Float64Array, v: Float64Array, weights: Float64Array | null): void {
  let length = 0;
  for (let j = 0; j < x.columns; j++) {
    const column = columnOf(x, j);
    let cross = 0;
    let squares = 0;
    for (let i = 0; i < x.rows; i++) {
      if (Number.isNaN(column[i]!)) continue;
      const w = weights?.[i] ?? 1;
      cross += w * column[i]! * t[i]!;
      squares += w * t[i]! * t[i]!;
    }
    v[j] = squares > 0 ? cross / squares : 0;
    length += v[j]! * v[j]!;
  }
  length = Math.sqrt(length);
  if (length > 0) for (let j = 0; j < v.length; j++) v[j]! /= length;
}

/** Slopes of each row on the coefficients over the columns where it is there. */
function regressRows(x: Matrix, v: Float64Array, t: Float64Array): void {
  const cross = new Float64Array(x.rows);
  const squares = new Float64Array(x.rows);
  for (let j = 0; j < x.columns; j++) {
    const column = columnOf(x, j);
    for (let i = 0; i < x.rows; i++) {
      if (Number.isNaN(column[i]!)) continue;
      cross[i]! += column[i]! * v[j]!;
      squares[i]! += v[j]! * v[j]!;
    }
  }
  for (let i = 0; i < x.rows; i++) t[i] = squares[i]! > 0 ? cross[i]! / squares[i]! : 0;
}
