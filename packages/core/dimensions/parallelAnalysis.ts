import { invertDefinite } from '../algebra/cholesky';
import { crossProducts } from '../algebra/crossProducts';
import { columnOf, transpose, zeros, type Matrix } from '../algebra/matrix';
import { partSeed, seededRandom, type Random } from '../algebra/random';
import { symmetricEigenvalues } from '../algebra/symmetricEigen';
import { quietHost, type Host, type Errand } from '../host';
import { quantile } from '../table/quantile';

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

/** What random data are made like. */
export interface RandomWork {
  /** Rows and columns. */
  readonly n: number;
  readonly p: number;
  /** The columns to be shuffled; null makes normal numbers. */
  readonly table: Matrix | null;
  readonly seed: number;
}

/** Eigenvalues of some simulations. */
export interface RandomRounds {
  readonly whole: readonly Float64Array[];
  /** Of the reduced correlations, of those simulations that have them. */
  readonly common: readonly Float64Array[];
}

/**
 * Eigenvalues of correlations of random data of the same size (Horn 1965): for components, and for common factors from
 * the reduced correlations (Humphreys and Montanelli 1975). Each simulation has a seed of its own, so that it comes out
 * the same wherever and after whichever it is done.
 *
 * @param from the first simulation; `to` is the one after the last
 */
export function randomRounds(
  { n, p, table, seed }: RandomWork,
  from: number,
  to: number,
  host: Host = quietHost,
): RandomRounds {
  const whole: Float64Array[] = [];
  const common: Float64Array[] = [];
  const few = p >= n;
  const x = table === null && !few ? zeros(p, p) : zeros(n, p);
  for (let round = from; round < to; round++) {
    const random = seededRandom(partSeed(seed, round));
    for (let j = 0; j < p; j++) {
      const column = columnOf(x, j);
      if (table !== null) standardise(shuffleInto(column, columnOf(table, j), random));
      else if (few) standardise(normalInto(column, random));
      else unitLength(wishartInto(column, j, n, random));
    }
    if (few) {
      // The products of the rows have the same eigenvalues, and are fewer.
      whole.push(symmetricEigenvalues(crossProducts(transpose(x))).slice(0, n - 1));
    } else {
      const correlations = crossProducts(x);
      whole.push(symmetricEigenvalues(correlations));
      const reduced = reducedCorrelations(correlations);
      if (reduced !== null) common.push(symmetricEigenvalues(reduced));
    }
    host.progress((round + 1 - from) / (to - from));
  }
  return { whole, common };
}

/** Some of the simulations, by another thread. */
export const randomPart: Errand<
  { readonly work: RandomWork; readonly from: number; readonly to: number },
  RandomRounds
> = {
  name: 'random rounds',
  run: ({ work, from, to }) => randomRounds(work, from, to),
};

/** Means and percentiles (Glorfeld 1995) of the eigenvalues of all simulations. */
export function parallelAnalysis({ whole, common }: RandomRounds, percentile: number): ParallelAnalysis {
  return {
    components: summed(whole, percentile),
    factors: common.length < whole.length ? null : summed(common, percentile),
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
  for (let i = 0; i < column.length; i++) column[i]! -= mean;
  unitLength(column);
}

function unitLength(column: Float64Array): void {
  let squares = 0;
  for (let i = 0; i < column.length; i++) squares += column[i]! * column[i]!;
  const length = Math.sqrt(squares) || 1;
  for (let i = 0; i < column.length; i++) column[i]! /= length;
}

function normalInto(target: Float64Array, random: Random): Float64Array {
  for (let i = 0; i < target.length; i++) target[i] = random.normal();
  return target;
}

/**
 * Row j of the triangular factor of the cross-products of n centred normal rows (Bartlett 1933; Odell and Feiveson
 * 1966): the correlations come out as from the rows themselves, without making these.
 */
function wishartInto(target: Float64Array, j: number, n: number, random: Random): Float64Array {
  for (let i = 0; i < j; i++) target[i] = random.normal();
  target[j] = Math.sqrt(random.chiSquare(n - 1 - j));
  return target;
}

/** Fisher and Yates (1938). */
function shuffleInto(target: Float64Array, source: Float64Array, random: Random): Float64Array {
  target.set(source);
  for (let i = target.length - 1; i > 0; i--) {
    const other = random.whole(i + 1);
    [target[i], target[other]] = [target[other]!, target[i]!];
  }
  return target;
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
