import { columnOf, zeros, type Matrix } from '../algebra/matrix';
import { quietHost, type Host } from '../host';
import { Problem } from '../problem';

/** Components found one after the other. */
export interface SequentialComponents {
  /** p × k, unit length. */
  readonly coefficients: Matrix;
  /** n × k. */
  readonly scores: Matrix;
  readonly eigenvalues: Float64Array;
  /** Variance of all columns together, each over its own entries. */
  readonly total: number;
}

const MOST_ITERATIONS = 2000;
const TOLERANCE = 1e-10;

/**
 * Components of columns with gaps by iterated regressions on what is there, one component after the other, each taken
 * off before the next (NIPALS: H. Wold 1966). Without gaps they are the principal components; with gaps, scores are
 * only nearly uncorrelated.
 *
 * @param x n × p, centred, NaN where missing; no row or column without entries
 * @param k how many components
 * @param weights a weight per row, or null where all are 1
 * @throws Problem when a component does not settle
 */
export function nipals(
  x: Matrix,
  k: number,
  divisor: number,
  weights: Float64Array | null = null,
  host: Host = quietHost,
): SequentialComponents {
  const { rows: n, columns: p } = x;
  const rest: Matrix = { rows: n, columns: p, values: x.values.slice() };
  const coefficients = zeros(p, k);
  const scores = zeros(n, k);
  const eigenvalues = new Float64Array(k);
  const total = variances(rest, divisor, weights).reduce((sum, variance) => sum + variance, 0);
  for (let d = 0; d < k; d++) {
    const t = columnOf(scores, d);
    const v = columnOf(coefficients, d);
    if (!start(rest, t)) break;
    let moved = Infinity;
    let iterations = 0;
    while (moved > TOLERANCE && iterations < MOST_ITERATIONS) {
      iterations++;
      regressColumns(rest, t, v, weights);
      const before = t.slice();
      regressRows(rest, v, t);
      let change = 0;
      let size = 0;
      for (let i = 0; i < n; i++) {
        change += (t[i]! - before[i]!) * (t[i]! - before[i]!);
        size += t[i]! * t[i]!;
      }
      moved = size > 0 ? change / size : 0;
    }
    if (moved > 1e-6) {
      throw new Problem(
        `component ${d + 1} did not settle in ${MOST_ITERATIONS} iterations (the last moved it by ${moved.toPrecision(2)} of its size)`,
        'Fill gaps in question 2, or keep fewer dimensions.',
      );
    }
    let squares = 0;
    for (let i = 0; i < n; i++) squares += (weights?.[i] ?? 1) * t[i]! * t[i]!;
    eigenvalues[d] = squares / divisor;
    for (let j = 0; j < p; j++) {
      const column = columnOf(rest, j);
      for (let i = 0; i < n; i++) column[i]! -= t[i]! * v[j]!;
    }
    host.progress((d + 1) / k);
  }
  return { coefficients, scores, eigenvalues, total };
}

/** The column that varies most, gaps as 0; false where none varies. */
function start(x: Matrix, t: Float64Array): boolean {
  let best = -1;
  let most = 1e-20;
  for (let j = 0; j < x.columns; j++) {
    let squares = 0;
    for (const value of columnOf(x, j)) if (!Number.isNaN(value)) squares += value * value;
    if (squares > most) [best, most] = [j, squares];
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

function variances(x: Matrix, divisor: number, weights: Float64Array | null): Float64Array {
  return Float64Array.from({ length: x.columns }, (_, j) => {
    let squares = 0;
    let absent = 0;
    columnOf(x, j).forEach((value, i) => {
      const w = weights?.[i] ?? 1;
      if (Number.isNaN(value)) absent += w;
      else squares += w * value * value;
    });
    return squares / (divisor - absent);
  });
}
