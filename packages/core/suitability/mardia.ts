import { inverseFactor } from '../algebra/cholesky';
import { crossProducts } from '../algebra/crossProducts';
import { chiSquareTail, normalTwoTails } from '../algebra/distributions';
import { columnOf, transpose, weighted, type Matrix } from '../algebra/matrix';
import { dot, product } from '../algebra/product';
import { quietHost, type Host } from '../host';

/** Multivariate skewness and kurtosis with their tests (Mardia 1970). */
export interface Mardia {
  /** b₁,ₚ; null where the rows and measures are too many for its terms. */
  readonly skewness: number | null;
  readonly skewnessP: number | null;
  /** b₂,ₚ, which is p (p + 2) for the normal. */
  readonly kurtosis: number;
  readonly kurtosisP: number;
}

const MOST_PRODUCTS = 4e8;

/**
 * Mardia's figures of centred rows, from their covariances with divisor n. With y the rows made uncorrelated and of
 * unit variance, b₂,ₚ is the mean of |y|⁴, and b₁,ₚ the mean of (yᵢᵀyⱼ)³ over all pairs of rows or, which is the same,
 * the sum of the squared third moments over all triples of measures. Rows count as often as they weigh.
 *
 * @param values rows × p, without NaN
 * @param weights a weight per row, which sum to n, or null where all are 1
 * @returns null where the covariances are singular
 */
export function mardia(
  values: Matrix,
  weights: Float64Array | null = null,
  host: Host = quietHost,
): Mardia | null {
  const { rows, columns: p } = values;
  const w = weights ?? new Float64Array(rows).fill(1);
  const n = w.reduce((sum, weight) => sum + weight, 0);
  const covariances = crossProducts(weighted(values, weights));
  for (let i = 0; i < covariances.values.length; i++) covariances.values[i]! /= n;
  const root = inverseFactor(covariances);
  if (root === null) return null;
  const y = product(values, transpose(root.factor));
  const lengths = new Float64Array(rows);
  for (let d = 0; d < p; d++) {
    const column = columnOf(y, d);
    for (let i = 0; i < rows; i++) lengths[i]! += column[i]! * column[i]!;
  }
  const kurtosis =
    dot(
      lengths.map((length, i) => w[i]! * length),
      0,
      lengths,
      0,
      rows,
    ) / n;
  const kurtosisP = normalTwoTails((kurtosis - p * (p + 2)) / Math.sqrt((8 * p * (p + 2)) / n));
  const byRows = (rows * rows * p) / 2;
  const byTriples = (rows * p * p * p) / 6;
  if (Math.min(byRows, byTriples) > MOST_PRODUCTS) {
    return { skewness: null, skewnessP: null, kurtosis, kurtosisP };
  }
  const skewness = byRows < byTriples ? overRows(y, lengths, w, n, host) : overTriples(y, w, n, host);
  const df = (p * (p + 1) * (p + 2)) / 6;
  return { skewness, skewnessP: chiSquareTail((n * skewness) / 6, df), kurtosis, kurtosisP };
}

/** The mean of (yᵢᵀyⱼ)³ over all pairs of rows; `lengths` has each row's yᵢᵀyᵢ. */
function overRows(y: Matrix, lengths: Float64Array, w: Float64Array, n: number, host: Host): number {
  const p = y.columns;
  const rows = transpose(y).values;
  let pairs = 0;
  let own = 0;
  for (let i = 0; i < y.rows; i++) {
    own += w[i]! * w[i]! * lengths[i]! * lengths[i]! * lengths[i]!;
    for (let j = 0; j < i; j++) {
      const g = dot(rows, i * p, rows, j * p, p);
      pairs += w[i]! * w[j]! * g * g * g;
    }
    host.progress(i / y.rows);
  }
  return (2 * pairs + own) / (n * n);
}

/** The sum of squared third moments over all triples of measures. */
function overTriples(y: Matrix, w: Float64Array, n: number, host: Host): number {
  const { rows, columns: p, values } = y;
  const both = new Float64Array(rows);
  let sum = 0;
  for (let a = 0; a < p; a++) {
    for (let b = a; b < p; b++) {
      for (let i = 0; i < rows; i++) both[i] = w[i]! * values[a * rows + i]! * values[b * rows + i]!;
      for (let c = b; c < p; c++) {
        const moment = dot(both, 0, values, c * rows, rows) / n;
        const orders = a === b && b === c ? 1 : a === b || b === c ? 3 : 6;
        sum += orders * moment * moment;
      }
    }
    host.progress(a / p);
  }
  return sum;
}
