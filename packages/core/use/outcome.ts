import { invertDefinite } from '../algebra/cholesky';
import { fTail, tTwoTails } from '../algebra/distributions';
import { columnOf, zeros, type Matrix } from '../algebra/matrix';
import { crossed, product } from '../algebra/product';
import { seededRandom } from '../algebra/random';
import { components, type Components } from '../components/components';
import { decompose } from '../components/decompose';
import { quietHost, type Host } from '../host';
import type { Prepared } from '../preparation/prepare';
import { Problem } from '../problem';
import { isMissing, numberAt } from '../table/column';
import { findColumn, type Table } from '../table/table';

export interface Coefficient {
  readonly name: string;
  readonly estimate: number;
  readonly standardError: number;
  readonly t: number;
  readonly p: number;
}

/** A column foretold from the scores of the kept dimensions. */
export interface Outcome {
  readonly outcome: string;
  readonly n: number;
  /** The intercept, then one per dimension. */
  readonly coefficients: readonly Coefficient[];
  readonly r2: number;
  readonly adjustedR2: number;
  readonly f: number;
  readonly p: number;
  readonly df: readonly [number, number];
  /** Standard deviation of the residuals. */
  readonly residualSd: number;
  /** R² on rows that were held out, with 1, 2, … dimensions; components are found anew without them each time. */
  readonly crossValidated: readonly number[];
  readonly folds: number;
  readonly seed: number;
  /** The same prediction in terms of the treated measures, in their units: the intercept and a weight each. */
  readonly intercept: number;
  readonly weights: readonly { readonly measure: string; readonly weight: number; readonly perSd: number }[];
}

const FOLDS = 10;

/**
 * Principal component regression (Massy 1965; Jolliffe 2002, chapter 8): least squares of an outcome on the scores,
 * with R² by ten-fold cross-validation in which components, means and scales are found from the other rows alone
 * (Stone 1974).
 *
 * @throws Problem when the outcome is no column of numbers, is one of the reduction's own measures, or has too few rows
 */
export function outcomeOnScores(
  table: Table,
  prepared: Prepared,
  made: Components,
  outcome: string,
  seed: number,
  host: Host = quietHost,
): Outcome {
  const column = findColumn(table, outcome);
  if (column?.kind !== 'number') {
    throw new Problem('the outcome must be a column of numbers', 'Choose another.', `column “${outcome}”`);
  }
  if (made.measures.includes(outcome)) {
    throw new Problem(
      'the outcome is one of the measures the dimensions are made of, and would foretell itself',
      'Choose another, or leave it out of this reduction.',
      `column “${outcome}”`,
    );
  }
  const places = [...made.rows.keys()].filter(i => !isMissing(column, made.rows[i]!));
  const k = made.kept;
  if (places.length < k + 3) {
    throw new Problem(
      `${places.length} rows have both the outcome and scores; ${k} dimensions need at least ${k + 3}`,
      'Keep fewer dimensions, or choose another outcome.',
      `column “${outcome}”`,
    );
  }
  const y = Float64Array.from(places, i => numberAt(column, made.rows[i]!));
  const fit = leastSquares(withIntercept(made.scores, places), y, outcome);
  const n = y.length;
  const df = n - k - 1;
  const f = fit.r2 / k / ((1 - fit.r2) / df);
  const weights = carriedBack(prepared, made, fit.estimates);
  return {
    outcome,
    n,
    coefficients: fit.estimates.map((estimate, index) => {
      const standardError = fit.errors[index]!;
      const t = estimate / standardError;
      const name = index === 0 ? 'intercept' : String(index);
      return { name, estimate, standardError, t, p: tTwoTails(t, df) };
    }),
    r2: fit.r2,
    adjustedR2: 1 - ((1 - fit.r2) * (n - 1)) / df,
    f,
    p: f === Infinity ? 0 : fTail(f, k, df),
    df: [k, df],
    residualSd: fit.residualSd,
    crossValidated: prepared.gaps > 0 ? [] : crossValidated(prepared, made, places, y, seed, host),
    folds: Math.min(FOLDS, n),
    seed,
    ...weights,
  };
}

function withIntercept(scores: Matrix, places: readonly number[]): Matrix {
  const x = zeros(places.length, scores.columns + 1);
  columnOf(x, 0).fill(1);
  for (let d = 0; d < scores.columns; d++) {
    const score = columnOf(scores, d);
    columnOf(x, d + 1).set(places.map(i => score[i]!));
  }
  return x;
}

function leastSquares(x: Matrix, y: Float64Array, outcome: string) {
  const n = x.rows;
  const target: Matrix = { rows: n, columns: 1, values: y };
  const inverted = invertDefinite(crossed(x, x));
  const mean = y.reduce((sum, value) => sum + value, 0) / n;
  const total = y.reduce((sum, value) => sum + (value - mean) * (value - mean), 0);
  if (inverted === null || !(total > 0)) {
    throw new Problem(
      total > 0 ? 'the scores of these rows depend on each other' : 'the outcome does not vary',
      'Choose another outcome, or keep fewer dimensions.',
      `column “${outcome}”`,
    );
  }
  const b = product(inverted.inverse, crossed(x, target)).values;
  const fitted = product(x, { rows: b.length, columns: 1, values: b }).values;
  const rest = y.reduce((sum, value, i) => sum + (value - fitted[i]!) * (value - fitted[i]!), 0);
  const variance = rest / (n - b.length);
  return {
    estimates: [...b],
    errors: [...b.keys()].map(j => Math.sqrt(variance * inverted.inverse.values[j * b.length + j]!)),
    r2: 1 - rest / total,
    residualSd: Math.sqrt(variance),
  };
}

/** ŷ = a + Σ b score and score = Σ w (x − mean) / divisor give a weight for each treated measure. */
function carriedBack(prepared: Prepared, made: Components, estimates: readonly number[]) {
  let intercept = estimates[0]!;
  const p = made.measures.length;
  const weights = made.measures.map((measure, j) => {
    const column = prepared.measures.indexOf(measure);
    let scaled = 0;
    for (let d = 0; d < made.kept; d++) scaled += estimates[d + 1]! * made.coefficients.values[d * p + j]!;
    const weight = scaled / prepared.divisors[column]!;
    intercept -= weight * prepared.means[column]!;
    return { measure, weight, perSd: weight * prepared.sds[column]! };
  });
  return { intercept, weights };
}

function crossValidated(
  prepared: Prepared,
  made: Components,
  places: readonly number[],
  y: Float64Array,
  seed: number,
  host: Host,
): number[] {
  const n = places.length;
  const folds = Math.min(FOLDS, n);
  const order = shuffled(n, seed);
  const squares = new Float64Array(made.kept);
  let about = 0;
  for (let fold = 0; fold < folds; fold++) {
    const out = order.filter((_, index) => index % folds === fold);
    const inside = order.filter((_, index) => index % folds !== fold);
    const mean = inside.reduce((sum, i) => sum + y[i]!, 0) / inside.length;
    for (const i of out) about += (y[i]! - mean) * (y[i]! - mean);
    const errors = foldErrors(prepared, made, places, y, inside, out);
    for (let k = 0; k < made.kept; k++) squares[k]! += errors[k]!;
    host.progress((fold + 1) / folds);
  }
  return [...squares].map(square => 1 - square / about);
}

/** Squared errors on the rows held out, with 1, 2, … dimensions found from the others. */
function foldErrors(
  prepared: Prepared,
  made: Components,
  places: readonly number[],
  y: Float64Array,
  inside: readonly number[],
  out: readonly number[],
): Float64Array {
  const columns = made.measures.map(name => prepared.measures.indexOf(name));
  const unit = prepared.scale === 'unit-variance';
  const [x, held] = [zeros(inside.length, columns.length), zeros(out.length, columns.length)];
  columns.forEach((from, j) => {
    const source = columnOf(prepared.values, from);
    const values = Float64Array.from(inside, i => source[places[i]!]!);
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    const square = values.reduce((sum, value) => sum + (value - mean) * (value - mean), 0);
    const sd = Math.sqrt(square / (values.length - 1));
    const by = unit && sd > 0 ? sd : 1;
    columnOf(x, j).set(values.map(value => (value - mean) / by));
    columnOf(held, j).set(out.map(i => (source[places[i]!]! - mean) / by));
  });
  const part: Prepared = {
    ...prepared,
    measures: made.measures,
    values: x,
    rows: Uint32Array.from(inside),
    placedValues: held,
    placedRows: Uint32Array.from(out),
    weights: null,
    divisor: inside.length - 1,
    sds: new Float64Array(columns.length).fill(1),
    divisors: new Float64Array(columns.length).fill(1),
  };
  const own = components(part, decompose(part), made.kept);
  const mean = inside.reduce((sum, i) => sum + y[i]!, 0) / inside.length;
  const errors = new Float64Array(made.kept);
  const foretold = new Float64Array(out.length).fill(mean);
  for (let k = 0; k < made.kept; k++) {
    // Scores of the rows inside are uncorrelated and centred: each dimension adds its own slope.
    if (k < own.kept) {
      const score = columnOf(own.scores, k);
      let [xy, xx] = [0, 0];
      inside.forEach((i, place) => {
        xy += score[place]! * (y[i]! - mean);
        xx += score[place]! * score[place]!;
      });
      const slope = xx > 0 ? xy / xx : 0;
      const there = columnOf(own.placedScores, k);
      for (let i = 0; i < out.length; i++) foretold[i]! += slope * there[i]!;
    }
    out.forEach((i, place) => (errors[k]! += (y[i]! - foretold[place]!) * (y[i]! - foretold[place]!)));
  }
  return errors;
}

function shuffled(n: number, seed: number): number[] {
  const random = seededRandom(seed);
  const order = Array.from({ length: n }, (_, i) => i);
  for (let i = n - 1; i > 0; i--) {
    const j = random.whole(i + 1);
    [order[i], order[j]] = [order[j]!, order[i]!];
  }
  return order;
}
