import { invertDefinite } from '../algebra/cholesky';
import { fTail, tTwoTails } from '../algebra/distributions';
import { columnOf, weighted, zeros, type Matrix } from '../algebra/matrix';
import { crossed, product } from '../algebra/product';
import { shuffled } from '../algebra/shuffled';
import { quietHost, type Host } from '../host';
import { preparedWithout } from '../preparation/heldOut';
import type { PreparationInput, Prepared, PreparedRows } from '../preparation/prepared';
import { rowsStoodFor, weightsAt } from '../preparation/rowWeights';
import { measureOf } from '../preparation/measureOf';
import { Problem } from '../problem';
import { isMissing, numberAt, type NumberColumn } from '../table/column';
import { meanOf, squaresAbout } from '../table/moments';
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
  /** Rows that have it and scores, or how many they stand for. */
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
  /**
   * R² on rows that were held out, with 1, 2, … dimensions; treatment, scales and components are found anew without
   * them each time. A row is held out with all that it counts. Empty where the others allow no dimensions.
   */
  readonly crossValidated: readonly number[];
  readonly folds: number;
  readonly seed: number;
  /** The same prediction in terms of the treated measures, in their units: the intercept and a weight each. */
  readonly intercept: number;
  readonly weights: readonly { readonly measure: string; readonly weight: number; readonly perSd: number }[];
}

/** Rows with scores, as a method gives them. */
export interface Scored {
  readonly kept: number;
  /** Rows used, as indices into the table, and their scores, rows × kept or more; NaN for a row that has none. */
  readonly rows: Uint32Array;
  readonly scores: Matrix;
  readonly placedRows: Uint32Array;
  readonly placedScores: Matrix;
}

/** And how scores are made: Σ coefficient × (treated measure − centre) / unit. */
export interface ScoredBy extends Scored {
  readonly measures: readonly string[];
  /** Measures × kept. */
  readonly coefficients: Matrix;
  readonly centres: Float64Array;
  readonly units: Float64Array;
}

/**
 * The scores of other rows, found anew from these alone by the same settings: for each number of dimensions, counted
 * from 1 up to a number, those there can be. @throws Problem where they allow none
 */
export type ScoredAnew = (part: PreparedRows, without: readonly string[], kept: number) => readonly Scored[];

const FOLDS = 10;

/**
 * Regression on scores (Massy 1965; Jolliffe 2002, chapter 8): weighted least squares of an outcome on the scores, with
 * R² by ten-fold cross-validation in which treatment, means, scales and dimensions are found from the other rows alone
 * (Stone 1974).
 *
 * @throws Problem when the outcome is no column of numbers, is one of the reduction's own measures, or has too few rows
 */
export function outcomeOnScores(
  table: Table,
  input: PreparationInput,
  prepared: Prepared,
  made: ScoredBy,
  anew: ScoredAnew,
  outcome: string,
  seed: number,
  host: Host = quietHost,
): Outcome {
  const column = outcomeColumn(table, made, outcome);
  const places = [...made.rows.keys()].filter(
    i => !isMissing(column, made.rows[i]!) && isScored(made.scores, i),
  );
  const n = rowsStoodFor(prepared, places);
  const k = made.kept;
  if (n < k + 3) {
    throw new Problem(
      `${n} rows have both the outcome and scores; ${k} dimensions need at least ${k + 3}`,
      'Keep fewer dimensions, or choose another outcome.',
      `column “${outcome}”`,
    );
  }
  const entries = Float64Array.from(places, i => numberAt(column, made.rows[i]!));
  // In a unit of its own, so that no square over- or underflows.
  const unit = unitOf(entries);
  const y = entries.map(entry => entry / unit);
  const fit = leastSquares(withIntercept(made.scores, places, k), y, weightsAt(prepared, places));
  if (fit === null || !(fit.total > 0)) {
    throw new Problem(
      fit === null ? 'the scores of these rows depend on each other' : 'the outcome does not vary',
      'Choose another outcome, or keep fewer dimensions.',
      `column “${outcome}”`,
    );
  }
  const df = n - k - 1;
  const r2 = 1 - fit.rest / fit.total;
  const variance = fit.rest / df;
  const f = r2 / k / ((1 - r2) / df);
  return {
    outcome,
    n,
    coefficients: coefficientsOf(fit, variance, df, unit),
    r2,
    adjustedR2: 1 - ((1 - r2) * (n - 1)) / df,
    f,
    p: f === Infinity ? 0 : fTail(f, k, df),
    df: [k, df],
    residualSd: unit * Math.sqrt(variance),
    crossValidated: crossValidated({ table, input, made, anew, places, y, seed }, host),
    folds: Math.min(FOLDS, places.length),
    seed,
    ...carriedBack(
      prepared,
      made,
      fit.estimates.map(estimate => unit * estimate),
    ),
  };
}

/** The power of two next to the largest size; 1 where all are 0. */
function unitOf(values: Float64Array): number {
  const largest = values.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  return largest === 0 ? 1 : 2 ** Math.max(-1022, Math.floor(Math.log2(largest)));
}

const isScored = ({ values }: Matrix, row: number): boolean => !Number.isNaN(values[row]!);

/** @throws Problem when it holds no numbers, or had a part in the dimensions */
function outcomeColumn(table: Table, made: ScoredBy, outcome: string): NumberColumn {
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
  return column;
}

function coefficientsOf(
  { estimates, spreads }: NonNullable<ReturnType<typeof leastSquares>>,
  variance: number,
  df: number,
  unit: number,
): Coefficient[] {
  return estimates.map((estimate, index) => {
    const standardError = Math.sqrt(variance * spreads[index]!);
    const t = estimate / standardError;
    const name = index === 0 ? 'intercept' : String(index);
    return { name, estimate: unit * estimate, standardError: unit * standardError, t, p: tTwoTails(t, df) };
  });
}

/** Ones, and the first k scores at some places. */
function withIntercept(scores: Matrix, places: readonly number[], k: number): Matrix {
  const x = zeros(places.length, k + 1);
  columnOf(x, 0).fill(1);
  for (let d = 0; d < k; d++) {
    const score = columnOf(scores, d);
    columnOf(x, d + 1).set(places.map(i => score[i]!));
  }
  return x;
}

/** Weighted least squares; null where the columns depend on each other. */
function leastSquares(x: Matrix, y: Float64Array, weights: Float64Array | null) {
  const [wx, wy] = [weighted(x, weights), weighted({ rows: y.length, columns: 1, values: y }, weights)];
  const inverted = invertDefinite(crossed(wx, wx));
  if (inverted === null) return null;
  const b = product(inverted.inverse, crossed(wx, wy)).values;
  const fitted = product(x, { rows: b.length, columns: 1, values: b }).values;
  return {
    estimates: [...b],
    /** The variances of the estimates over that of the residuals. */
    spreads: [...b.keys()].map(j => inverted.inverse.values[j * b.length + j]!),
    rest: squaresAbout(
      y.map((value, i) => value - fitted[i]!),
      0,
      weights,
    ),
    total: squaresAbout(y, meanOf(y, weights), weights),
  };
}

/** ŷ = a + Σ b score and score = Σ w (x − centre) / unit give a weight for each treated measure. */
function carriedBack(prepared: Prepared, made: ScoredBy, estimates: readonly number[]) {
  let intercept = estimates[0]!;
  const p = made.measures.length;
  const weights = made.measures.map((measure, j) => {
    let scaled = 0;
    for (let d = 0; d < made.kept; d++) scaled += estimates[d + 1]! * made.coefficients.values[d * p + j]!;
    const weight = scaled / made.units[j]!;
    intercept -= weight * made.centres[j]!;
    return { measure, weight, perSd: weight * prepared.sds[prepared.measures.indexOf(measure)]! };
  });
  return { intercept, weights };
}

interface Validation {
  readonly table: Table;
  readonly input: PreparationInput;
  readonly made: ScoredBy;
  readonly anew: ScoredAnew;
  /** Rows that have the outcome, among those used, and their entries. */
  readonly places: readonly number[];
  readonly y: Float64Array;
  readonly seed: number;
}

/** R² with 1, 2, … dimensions on rows that were held out, a fold after the other. */
function crossValidated(of: Validation, host: Host): number[] {
  const { made, places, y, seed } = of;
  const folds = Math.min(FOLDS, places.length);
  const order = shuffled(places.length, seed);
  const outcomeOf = new Map(places.map((place, i) => [made.rows[place]!, y[i]!]));
  const squares = new Float64Array(made.kept);
  let about = 0;
  for (let fold = 0; fold < folds; fold++) {
    const out = new Set(order.filter((_, index) => index % folds === fold).map(i => made.rows[places[i]!]!));
    const errors = foldErrors(of, outcomeOf, out);
    if (errors === null) return [];
    about += errors.about;
    errors.squares.forEach((square, k) => (squares[k]! += square));
    host.progress((fold + 1) / folds);
  }
  return [...squares].map(square => 1 - square / about);
}

/**
 * Squared errors on the rows held out, with 1, 2, … dimensions found from the others, and about the others' mean; null
 * where these allow no dimensions.
 */
function foldErrors(
  of: Validation,
  outcomeOf: ReadonlyMap<number, number>,
  out: ReadonlySet<number>,
): { readonly squares: Float64Array; readonly about: number } | null {
  const fitted = withoutRows(of, out);
  if (fitted === null) return null;
  const { part, own } = fitted;
  const { table, input, made } = of;
  const [first] = own;
  if (first === undefined) return null;
  const inside = [...first.rows.keys()].filter(
    i => outcomeOf.has(first.rows[i]!) && isScored(first.scores, i),
  );
  const held = [...first.placedRows.keys()].filter(
    i => out.has(first.placedRows[i]!) && isScored(first.placedScores, i),
  );
  const y = Float64Array.from(inside, i => outcomeOf.get(first.rows[i]!)!);
  const there = Float64Array.from(held, i => outcomeOf.get(first.placedRows[i]!)!);
  const weights = weightsAt(part, inside);
  const heldWeights =
    input.weight === null
      ? null
      : weightsIn(
          table,
          input.weight,
          held.map(i => first.placedRows[i]!),
        );
  const squares = Float64Array.from({ length: made.kept }, (_, index) => {
    const { kept: k, scores, placedScores } = own[Math.min(index, own.length - 1)]!;
    const fit = leastSquares(withIntercept(scores, inside, k), y, weights);
    const foretold = product(withIntercept(placedScores, held, k), {
      rows: k + 1,
      columns: 1,
      values: Float64Array.from(fit?.estimates ?? [meanOf(y, weights), ...Array<number>(k).fill(0)]),
    }).values;
    return squaresAbout(
      there.map((value, i) => value - foretold[i]!),
      0,
      heldWeights,
    );
  });
  return { squares, about: squaresAbout(there, meanOf(y, weights), heldWeights) };
}

/** Dimensions of all rows but some, which are treated, scaled and placed by what the others gave. */
function withoutRows({ table, input, made, anew }: Validation, out: ReadonlySet<number>) {
  const part = preparedWithout(table, input, out);
  if (part === null) return null;
  const without = part.measures.filter(name => !made.measures.includes(name));
  try {
    return { part, own: anew(part, without, made.kept) };
  } catch (thrown) {
    if (thrown instanceof Problem) return null;
    throw thrown;
  }
}

function weightsIn(table: Table, name: string, rows: readonly number[]): Float64Array {
  const column = measureOf(table, name);
  return Float64Array.from(rows, row => numberAt(column, row));
}
