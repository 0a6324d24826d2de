import { invertDefinite } from '../algebra/cholesky';
import { crossProducts } from '../algebra/crossProducts';
import { columnOf, transpose, zeros, type Matrix } from '../algebra/matrix';
import { seededRandom, type Random } from '../algebra/random';
import { symmetricEigenvalues } from '../algebra/symmetricEigen';
import { quietHost, type Host } from '../host';
import { quantile } from '../table/quantile';

export const RANDOM_DATA = ['normal', 'permuted'] as const;
/** What random data are: independent normal numbers, or the columns themselves, each shuffled by itself. */
export type RandomData = (typeof RANDOM_DATA)[number];

export interface ParallelSettings {
  readonly data: RandomData;
  readonly simulations: number;
  /** Of the random eigenvalues, from 50 to 99.9. */
  readonly percentile: number;
  readonly seed: number;
}

/** Eigenvalues of random data, place by place, to hold those of the table against. */
export interface RandomEigenvalues {
  readonly mean: Float64Array;
  readonly percentile: Float64Array;
}

export interface ParallelAnalysis {
  readonly components: RandomEigenvalues;
  /** Of correlations with squared multiple correlations on their diagonal; null where these cannot be had. */
  readonly factors: RandomEigenvalues | null;
}

/**
 * Eigenvalues of correlations of random data of the same size (Horn 1965), their means and percentiles (Glorfeld 1995):
 * for components, and for common factors from the reduced correlations (Humphreys and Montanelli 1975).
 *
 * @param n rows
 * @param p columns
 * @param table the columns to be shuffled; null makes normal numbers
 */
export function parallelAnalysis(
  n: number,
  p: number,
  table: Matrix | null,
  { data, simulations, percentile, seed }: ParallelSettings,
  host: Host = quietHost,
): ParallelAnalysis {
  const random = seededRandom(seed);
  const whole: Float64Array[] = [];
  const common: Float64Array[] = [];
  const x = zeros(n, p);
  for (let round = 0; round < simulations; round++) {
    for (let j = 0; j < p; j++) {
      const column = columnOf(x, j);
      if (data === 'permuted' && table !== null) shuffleInto(column, columnOf(table, j), random);
      else for (let i = 0; i < n; i++) column[i] = random.normal();
      standardise(column);
    }
    if (p >= n) {
      // The products of the rows have the same eigenvalues, and are fewer.
      whole.push(symmetricEigenvalues(crossProducts(transpose(x))).slice(0, n - 1));
      host.progress((round + 1) / simulations);
      continue;
    }
    const correlations = crossProducts(x);
    whole.push(symmetricEigenvalues(correlations));
    const reduced = reducedCorrelations(correlations);
    if (reduced !== null) common.push(symmetricEigenvalues(reduced));
    host.progress((round + 1) / simulations);
  }
  return {
    components: summed(whole, percentile),
    factors: common.length < simulations ? null : summed(common, percentile),
  };
}

/** The correlations with each column's squared multiple correlation on the diagonal; null where R is singular. */
export function reducedCorrelations(correlations: Matrix): Matrix | null {
  const inverted = invertDefinite(correlations);
  if (inverted === null) return null;
  const p = correlations.rows;
  const values = correlations.values.slice();
  for (let j = 0; j < p; j++) values[j * p + j] = 1 - 1 / inverted.inverse.values[j * p + j]!;
  return { rows: p, columns: p, values };
}

/** How many eigenvalues, from the first on, are above the random ones. */
export function aboveRandom(eigenvalues: ArrayLike<number>, random: ArrayLike<number>): number {
  let count = 0;
  const most = Math.min(eigenvalues.length, random.length);
  while (count < most && eigenvalues[count]! > random[count]!) count++;
  return count;
}

/** Centred and of length 1, so that cross-products are correlations. */
function standardise(column: Float64Array): void {
  let sum = 0;
  for (let i = 0; i < column.length; i++) sum += column[i]!;
  const mean = sum / column.length;
  let squares = 0;
  for (let i = 0; i < column.length; i++) {
    column[i]! -= mean;
    squares += column[i]! * column[i]!;
  }
  const length = Math.sqrt(squares) || 1;
  for (let i = 0; i < column.length; i++) column[i]! /= length;
}

/** Fisher and Yates (1938). */
function shuffleInto(target: Float64Array, source: Float64Array, random: Random): void {
  target.set(source);
  for (let i = target.length - 1; i > 0; i--) {
    const other = random.whole(i + 1);
    [target[i], target[other]] = [target[other]!, target[i]!];
  }
}

function summed(rounds: readonly Float64Array[], percentile: number): RandomEigenvalues {
  const p = rounds[0]!.length;
  const mean = new Float64Array(p);
  const high = new Float64Array(p);
  for (let d = 0; d < p; d++) {
    const values = Float64Array.from(rounds, round => round[d]!).sort();
    mean[d] = values.reduce((sum, value) => sum + value, 0) / values.length;
    high[d] = quantile(values, percentile / 100);
  }
  return { mean, percentile: high };
}
