import { invertDefinite } from '../../algebra/cholesky';
import { fTail, tTwoTails } from '../../algebra/distributions';
import { columnOf, weighted, zeros, type Matrix } from '../../algebra/matrix';
import { crossed, product } from '../../algebra/product';
import { seededRandom } from '../../algebra/random';
import { keepComponents } from './keepComponents';
import type { Components } from './components';
import { decompose } from './decompose';
import { quietHost, type Host } from '../../host';
import { prepare, treatFor } from '../../preparation/prepare';
import type { PreparationInput, Prepared } from '../../preparation/prepared';
import { rowsStoodFor, weightsAt } from '../../preparation/rowWeights';
import { measureOf } from '../../preparation/measureOf';
import { Problem } from '../../problem';
import { isMissing, numberAt, type NumberColumn } from '../../table/column';
import { meanOf, squaresAbout } from '../../table/moments';
import { findColumn, type Table } from '../../table/table';

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

const FOLDS = 10;

/**
 * Principal component regression (Massy 1965; Jolliffe 2002, chapter 8): weighted least squares of an outcome on the
 * scores, with R² by ten-fold cross-validation in which treatment, means, scales and components are found from the other
 * rows alone (Stone 1974).
 *
 * @throws Problem when the outcome is no column of numbers, is one of the reduction's own measures, or has too few rows
 */
export function outcomeOnScores(
  table: Table,
  input: PreparationInput,
  prepared: Prepared,
  made: Components,
  outcome: string,
  seed: number,
  host: Host = quietHost,
): Outcome {
  const column = outcomeColumn(table, made, outcome);
  const places = [...made.rows.keys()].filter(i => !isMissing(column, made.rows[i]!));
  const n = rowsStoodFor(prepared, places);
  const k = made.kept;
  if (n < k + 3) {
    throw new Problem(
      `${n} rows have both the outcome and scores; ${k} dimensions need at least ${k + 3}`,
      'Keep fewer dimensions, or choose another outcome.',
      `column “${outcome}”`,
    );
  }
  const y = Float64Array.from(places, i => numberAt(column, made.rows[i]!));
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
    coefficients: coefficientsOf(fit, variance, df),
    r2,
    adjustedR2: 1 - ((1 - r2) * (n - 1)) / df,
    f,
    p: f === Infinity ? 0 : fTail(f, k, df),
    df: [k, df],
    residualSd: Math.sqrt(variance),
    crossValidated: crossValidated(table, input, made, places, y, seed, host),
    folds: Math.min(FOLDS, places.length),
    seed,
    ...carriedBack(prepared, made, fit.estimates),
  };
}

/** @throws Problem when it holds no numbers, or had a part in the dimensions */
function outcomeColumn(table: Table, made: Components, outcome: string): NumberColumn {
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
): Coefficient[] {
  return estimates.map((estimate, index) => {
    const standardError = Math.sqrt(variance * spreads[index]!);
    const t = estimate / standardError;
    const name = index === 0 ? 'intercept' : String(index);
    return { name, estimate, standardError, t, p: tTwoTails(t, df) };
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

/** R² with 1, 2, … dimensions on rows that were held out, a fold after the other. */
function crossValidated(
  table: Table,
  input: PreparationInput,
  made: Components,
  places: readonly number[],
  y: Float64Array,
  seed: number,
  host: Host,
): number[] {
  const folds = Math.min(FOLDS, places.length);
  const order = shuffled(places.length, seed);
  const outcomeOf = new Map(places.map((place, i) => [made.rows[place]!, y[i]!]));
  const squares = new Float64Array(made.kept);
  let about = 0;
  for (let fold = 0; fold < folds; fold++) {
    const out = new Set(order.filter((_, index) => index % folds === fold).map(i => made.rows[places[i]!]!));
    const errors = foldErrors(table, input, made, outcomeOf, out);
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
  table: Table,
  input: PreparationInput,
  made: Components,
  outcomeOf: ReadonlyMap<number, number>,
  out: ReadonlySet<number>,
): { readonly squares: Float64Array; readonly about: number } | null {
  const fitted = withoutRows(table, input, made, out);
  if (fitted === null) return null;
  const { part, own } = fitted;
  const inside = [...own.rows.keys()].filter(i => outcomeOf.has(own.rows[i]!));
  const held = [...own.placedRows.keys()].filter(i => out.has(own.placedRows[i]!));
  const y = Float64Array.from(inside, i => outcomeOf.get(own.rows[i]!)!);
  const there = Float64Array.from(held, i => outcomeOf.get(own.placedRows[i]!)!);
  const weights = weightsAt(part, inside);
  const heldWeights =
    input.weight === null
      ? null
      : weightsIn(
          table,
          input.weight,
          held.map(i => own.placedRows[i]!),
        );
  const squares = new Float64Array(made.kept);
  for (let k = 1; k <= made.kept; k++) {
    const dimensions = Math.min(k, own.kept);
    const fit = leastSquares(withIntercept(own.scores, inside, dimensions), y, weights);
    const foretold = product(withIntercept(own.placedScores, held, dimensions), {
      rows: dimensions + 1,
      columns: 1,
      values: Float64Array.from(fit?.estimates ?? [meanOf(y, weights), ...Array<number>(dimensions).fill(0)]),
    }).values;
    squares[k - 1] = squaresAbout(
      there.map((value, i) => value - foretold[i]!),
      0,
      heldWeights,
    );
  }
  return { squares, about: squaresAbout(there, meanOf(y, weights), heldWeights) };
}

/** Dimensions of all rows but some, which are treated, scaled and placed by what the others gave. */
function withoutRows(table: Table, input: PreparationInput, made: Components, out: ReadonlySet<number>) {
  const { rowsAside } = input;
  const before = rowsAside.of === table.fileKey ? rowsAside.rows : [];
  const held = [...out].map(row => ({ row, reason: 'held out', placed: true }));
  const others = { ...input, rowsAside: { of: table.fileKey, rows: [...before, ...held] } };
  try {
    const treated = treatFor(table, others, quietHost, { fencesPlaced: true });
    const part = prepare(table, others, quietHost, treated);
    const without = part.measures.filter(name => !made.measures.includes(name));
    const decomposition = decompose(part, without);
    const found = decomposition.eigenvalues.reduce((count, value) => count + Number(value > 0), 0);
    return { part, own: keepComponents(part, decomposition, Math.min(made.kept, found)) };
  } catch (thrown) {
    if (thrown instanceof Problem) return null;
    throw thrown;
  }
}

function weightsIn(table: Table, name: string, rows: readonly number[]): Float64Array {
  const column = measureOf(table, name);
  return Float64Array.from(rows, row => numberAt(column, row));
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
