import { fQuantile } from '../../algebra/distributions';
import { columnOf, zeros, type Matrix } from '../../algebra/matrix';
import { normalQuantile } from '../../algebra/normalQuantile';
import { quietHost, type Host } from '../../host';
import type { PreparedRows } from '../../preparation/prepared';
import type { Components } from './components';
import { keepComponents } from './keepComponents';
import type { Decomposition } from './decompose';

/** How far rows lie from the centre within the kept dimensions (T²) and off them (Q). */
export interface Distances {
  readonly level: number;
  readonly rows: Uint32Array;
  readonly t2: Float64Array;
  readonly q: Float64Array;
  /** Squared distance of each row to the centre, over all dimensions. */
  readonly square: Float64Array;
  readonly placedRows: Uint32Array;
  readonly placedT2: Float64Array;
  readonly placedQ: Float64Array;
  readonly placedSquare: Float64Array;
  /** Beyond these a row is odd; null where no limit can be had. T²'s is never above what n rows can reach. */
  readonly t2Limit: number | null;
  readonly qLimit: number | null;
  /** Whether any of so few rows could lie beyond the limit of T². */
  readonly t2Reachable: boolean;
}

/**
 * Hotelling's T² = Σ score² / λ over the kept dimensions and the squared residual Q of every row. Limits: T² from F(k,
 * n − k) (Jackson 1991, 1.7.1), at most (n − 1)² / n, which is as far as one of n rows can lie; Q from the eigenvalues
 * that are not kept (Jackson and Mudholkar 1979). A rotation changes neither.
 *
 * @param level share of rows that lie within each limit, were the table normal
 */
export function distances(
  prepared: PreparedRows,
  decomposition: Decomposition,
  kept: number,
  level: number,
  host: Host = quietHost,
): Distances {
  const made = keepComponents(prepared, decomposition, kept);
  const { eigenvalues } = made;
  const columns = decomposition.measures.map(name => prepared.measures.indexOf(name));
  const n = prepared.n!;
  const nothingLeft = eigenvalues.slice(kept).every(value => value === 0) && prepared.gaps === 0;
  const used = rowDistances(prepared.values, columns, made.scores, made, n, host);
  if (nothingLeft) used.q.fill(0);
  const placed = rowDistances(prepared.placedValues, columns, made.placedScores, made, n, host);
  return {
    ...centreLimit(n, kept, level),
    rows: prepared.rows,
    ...used,
    placedRows: prepared.placedRows,
    placedT2: placed.t2,
    placedQ: placed.q,
    placedSquare: placed.square,
    // Where gaps are kept, not all eigenvalues are known.
    qLimit: prepared.gaps > 0 ? null : residualLimit(eigenvalues.slice(kept), level),
  };
}

/** The limit of T² of n rows that were used for the dimensions. */
export function centreLimit(
  n: number,
  kept: number,
  level: number,
): Pick<Distances, 'level' | 't2Limit' | 't2Reachable'> {
  const farthest = ((n - 1) * (n - 1)) / n;
  const fromF = n > kept ? ((kept * (n - 1)) / (n - kept)) * fQuantile(level, kept, n - kept) : null;
  return {
    level,
    t2Limit: fromF === null ? null : Math.min(fromF, farthest),
    t2Reachable: fromF !== null && fromF < farthest,
  };
}

/** T², Q and squared length of each row of a block. */
function rowDistances(
  values: Matrix,
  columns: readonly number[],
  scores: Matrix,
  { coefficients, eigenvalues, kept }: Components,
  n: number,
  host: Host,
) {
  const rounding = (8 * Math.max(n, columns.length) * Number.EPSILON) ** 2;
  const t2 = new Float64Array(values.rows);
  const q = new Float64Array(values.rows);
  const square = new Float64Array(values.rows);
  for (let d = 0; d < kept; d++) {
    const score = columnOf(scores, d);
    for (let i = 0; i < t2.length; i++) t2[i]! += (score[i]! * score[i]!) / eigenvalues[d]!;
  }
  const fitted = new Float64Array(values.rows);
  columns.forEach((from, j) => {
    fitted.fill(0);
    for (let d = 0; d < kept; d++) {
      const score = columnOf(scores, d);
      const v = coefficients.values[d * columns.length + j]!;
      for (let i = 0; i < fitted.length; i++) fitted[i]! += score[i]! * v;
    }
    const x = columnOf(values, from);
    for (let i = 0; i < fitted.length; i++) {
      if (Number.isNaN(x[i]!)) continue;
      const rest = x[i]! - fitted[i]!;
      q[i]! += rest * rest;
      square[i]! += x[i]! * x[i]!;
    }
    host.progress((j + 1) / columns.length);
  });
  // What is left of a row that the dimensions hold wholly is rounding.
  for (let i = 0; i < q.length; i++) if (q[i]! <= rounding * square[i]!) q[i] = 0;
  return { t2, q, square };
}

/**
 * The limit of squared residuals that a share `level` of normal rows stays within (Jackson and Mudholkar 1979, equation
 * 3.4); null where nothing is left over.
 *
 * @param rest eigenvalues of the dimensions that are not kept
 */
export function residualLimit(rest: Float64Array, level: number): number | null {
  let [first, second, third] = [0, 0, 0];
  for (const value of rest) {
    first += value;
    second += value * value;
    third += value * value * value;
  }
  if (!(second > 0)) return null;
  const h = 1 - (2 * first * third) / (3 * second * second);
  // (1 + h slope)^(1/h), whose limit for h = 0 is e^slope; the normal deviate takes the sign of h (Jackson 1991, 2.7.1).
  const slope =
    (normalQuantile(level) * Math.sqrt(2 * second)) / first + (second * (h - 1)) / (first * first);
  if (!(1 + h * slope > 0)) return null;
  return first * Math.exp(Math.abs(h * slope) < 1e-9 ? slope : Math.log1p(h * slope) / h);
}

/** What one measure adds to a row's distances. */
export interface RowPart {
  readonly measure: string;
  /** The row's entry, prepared, and what the kept dimensions make of it; NaN where it is missing. */
  readonly value: number;
  readonly rebuilt: number;
  /** Both in the unit of the treated measure. */
  readonly treated: number;
  readonly treatedRebuilt: number;
  /** Its share of T²; all of them sum to T², and some may be negative. */
  readonly t2: number;
  /** Its share of Q: the squared residual. */
  readonly q: number;
}

/** A row taken apart by measure, with what the kept dimensions rebuild of it; null where it is neither used nor placed. */
export function rowParts(
  prepared: PreparedRows,
  decomposition: Decomposition,
  kept: number,
  row: number,
): RowPart[] | null {
  const used = prepared.rows.indexOf(row);
  const at = used >= 0 ? used : prepared.placedRows.indexOf(row);
  if (at < 0) return null;
  const made = keepComponents(prepared, decomposition, kept);
  const values = used >= 0 ? prepared.values : prepared.placedValues;
  const scores = used >= 0 ? made.scores : made.placedScores;
  const p = decomposition.measures.length;
  return decomposition.measures.map((measure, j) => {
    const column = prepared.measures.indexOf(measure);
    const value = values.values[column * values.rows + at]!;
    let [rebuilt, weight] = [0, 0];
    for (let d = 0; d < kept; d++) {
      const score = scores.values[d * scores.rows + at]!;
      const v = made.coefficients.values[d * p + j]!;
      rebuilt += score * v;
      weight += (score * v) / made.eigenvalues[d]!;
    }
    const inUnit = (x: number) => x * prepared.divisors[column]! + prepared.means[column]!;
    const present = !Number.isNaN(value);
    return {
      measure,
      value,
      rebuilt,
      treated: inUnit(value),
      treatedRebuilt: inUnit(rebuilt),
      t2: present ? weight * value : 0,
      q: present ? (value - rebuilt) * (value - rebuilt) : 0,
    };
  });
}

/** A measure's treated entries and what the kept dimensions make of them, row by row used. */
export interface RebuiltColumn {
  readonly rows: Uint32Array;
  readonly treated: Float64Array;
  readonly rebuilt: Float64Array;
}

/** One measure rebuilt from the kept dimensions; null where it is not in the reduction. */
export function rebuiltColumn(
  prepared: PreparedRows,
  decomposition: Decomposition,
  kept: number,
  measure: string,
): RebuiltColumn | null {
  const j = decomposition.measures.indexOf(measure);
  if (j < 0) return null;
  const { scores, coefficients } = keepComponents(prepared, decomposition, kept);
  const column = prepared.measures.indexOf(measure);
  const fitted = zeros(scores.rows, 1).values;
  for (let d = 0; d < kept; d++) {
    const v = coefficients.values[d * coefficients.rows + j]!;
    const score = columnOf(scores, d);
    for (let i = 0; i < fitted.length; i++) fitted[i]! += v * score[i]!;
  }
  const inUnit = (x: number) => x * prepared.divisors[column]! + prepared.means[column]!;
  return {
    rows: prepared.rows,
    treated: columnOf(prepared.values, column).map(inUnit),
    rebuilt: fitted.map(inUnit),
  };
}
