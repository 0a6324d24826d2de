import { leastOf } from '../algebra/extremes';
import { entry, zeros } from '../algebra/matrix';
import { seededRandom, type Random } from '../algebra/random';
import { symmetricEigen } from '../algebra/symmetricEigen';
import { quietHost, stretch, type Host } from '../host';
import { Problem } from '../problem';
import { meanOf, sdOf, squaresAbout, weightOf, type Weights } from '../table/moments';

/** How many dimensions fill gaps: a number, or the one that predicts hidden entries best. */
export type ImputationDimensions = number | 'cross-validated';

export interface Imputation {
  readonly dimensions: number;
  /** Root mean squared error of hidden entries, in standard deviations, for 0, 1, 2 … dimensions; null where not asked. */
  readonly errors: readonly number[] | null;
  readonly rounds: number;
}

const MOST_ROUNDS = 1000;
const TOLERANCE = 1e-6;
const MOST_TRIED = 5;
/** Errors that differ by less than this share are alike. */
const ABOUT = 0.01;
const HIDDEN_SHARE = 0.1;
const FOLDS = 3;
const SEED = 1;

/** Numbers in columns, NaN where missing. */
type Columns = readonly Float64Array[];

/**
 * Fills gaps in place by iterative regularised components (Josse and Husson 2012): gaps start at their column's mean;
 * the columns are standardised and rebuilt from k dimensions, each shrunk by the mean variance of those left out; the
 * gaps take the rebuilt values; and so on until they move no more.
 *
 * @param columns p columns over the same n rows, NaN where missing, each with at least two different entries
 * @param scaled whether columns are brought to unit variance, or only centred
 * @param weights how often each row counts, or null where each does once
 * @throws Problem when there are too few rows or columns for the dimensions, or it does not converge
 */
export function imputeComponents(
  columns: Columns,
  dimensions: ImputationDimensions,
  scaled: boolean,
  host: Host = quietHost,
  weights: Weights = null,
): Imputation {
  const n = Math.ceil(
    weightOf(
      columns[0]!.map(() => 0),
      weights,
    ),
  );
  const most = Math.min(columns.length - 1, n - 2);
  if (dimensions !== 'cross-validated') {
    if (dimensions > most) {
      throw new Problem(
        `${dimensions} dimensions cannot be had from ${columns.length} measures in ${n} rows to fill gaps with`,
        `Choose at most ${Math.max(0, most)}.`,
      );
    }
    return { dimensions, errors: null, rounds: fill(columns, dimensions, scaled, host, weights) };
  }
  const errors = hiddenErrors(columns, Math.min(MOST_TRIED, most), scaled, stretch(host, 0, 0.8), weights);
  // The fewest that foretell about as well as the best.
  const best = errors.findIndex(error => error <= (1 + ABOUT) * leastOf(errors));
  return { dimensions: best, errors, rounds: fill(columns, best, scaled, stretch(host, 0.8, 1), weights) };
}

/** Errors of entries that are hidden and filled, for 0 to `most` dimensions. */
function hiddenErrors(
  columns: Columns,
  most: number,
  scaled: boolean,
  host: Host,
  weights: Weights,
): number[] {
  const random = seededRandom(SEED);
  const squares = new Float64Array(most + 1);
  let count = 0;
  for (let fold = 0; fold < FOLDS; fold++) {
    const hidden = hide(columns, random);
    for (const rows of hidden) for (const i of rows) count += weights === null ? 1 : weights[i]!;
    for (let k = 0; k <= most; k++) {
      const tried = columns.map((values, j) => {
        const copy = values.slice();
        for (const i of hidden[j]!) copy[i] = NaN;
        return copy;
      });
      try {
        fill(tried, k, scaled, quietHost, weights);
      } catch (thrown) {
        if (!(thrown instanceof Problem)) throw thrown;
        // Too many dimensions for these entries: they do not settle, and are not chosen.
        squares[k] = Infinity;
      }
      hidden.forEach((rows, j) => {
        const sd = sdOf(columns[j]!, weights);
        for (const i of rows) {
          const w = weights === null ? 1 : weights[i]!;
          squares[k]! += w * square((tried[j]![i]! - columns[j]![i]!) / sd);
        }
      });
      host.progress((fold * (most + 1) + k + 1) / (FOLDS * (most + 1)));
    }
  }
  return Array.from(squares, square => Math.sqrt(square / count));
}

/** For each column some rows whose entries are there; enough are left in every column and row. */
function hide(columns: Columns, random: Random): number[][] {
  const n = columns[0]!.length;
  const left = new Uint32Array(n);
  for (const values of columns) values.forEach((value, i) => (left[i]! += Number(!Number.isNaN(value))));
  return columns.map(values => {
    let present = values.reduce((sum, value) => sum + Number(!Number.isNaN(value)), 0);
    const rows: number[] = [];
    for (let i = 0; i < n; i++) {
      if (Number.isNaN(values[i]!) || random.uniform() >= HIDDEN_SHARE || left[i]! < 2 || present <= 3)
        continue;
      rows.push(i);
      left[i]!--;
      present--;
    }
    return sdOf(values.filter((_, i) => !rows.includes(i))) > 0 ? rows : [];
  });
}

/** Fills the gaps; returns the rounds it took. */
function fill(columns: Columns, k: number, scaled: boolean, host: Host, weights: Weights): number {
  const gaps = columns.map(values => [...values.keys()].filter(i => Number.isNaN(values[i]!)));
  columns.forEach((values, j) => {
    const mean = meanOf(values, weights);
    for (const i of gaps[j]!) values[i] = mean;
  });
  if (k === 0 || gaps.every(rows => rows.length === 0)) return 0;
  const p = columns.length;
  const n = columns[0]!.length;
  let basis = startBasis(p, k);
  let last = Infinity;
  const divisor = weightOf(columns[0]!, weights) - 1;
  for (let round = 1; round <= MOST_ROUNDS; round++) {
    const means = columns.map(values => meanOf(values, weights));
    const sds = columns.map((values, j) =>
      scaled ? Math.sqrt(squaresAbout(values, means[j]!, weights) / divisor) || 1 : 1,
    );
    const z = columns.map((values, j) => values.map(value => (value - means[j]!) / sds[j]!));
    const turns = round === 1 ? 30 : 2;
    let scores: Float64Array[] = [];
    for (let turn = 0; turn < turns; turn++) {
      scores = basis.map(v => scoresOf(z, v, n));
      basis = orthonormal(scores.map(score => Float64Array.from(z, values => dot(values, score, weights))));
    }
    const { vectors, variances } = principal(z, basis, n, divisor, weights);
    basis = vectors;
    const total = z.reduce((sum, values) => sum + dot(values, values, weights), 0) / divisor;
    const kept = variances.reduce((sum, variance) => sum + variance, 0);
    const noise = Math.max(0, (total - kept) / Math.max(1, p - k));
    const shrink = variances.map(variance => (variance > 0 ? Math.max(0, (variance - noise) / variance) : 0));
    scores = basis.map(v => scoresOf(z, v, n));
    let moved = 0;
    let size = 0;
    gaps.forEach((rows, j) => {
      for (const i of rows) {
        let value = 0;
        for (let d = 0; d < k; d++) value += shrink[d]! * scores[d]![i]! * basis[d]![j]!;
        const w = weights === null ? 1 : weights[i]!;
        moved += w * square(value - z[j]![i]!);
        size += w * value * value;
        columns[j]![i] = means[j]! + value * sds[j]!;
      }
    });
    host.progress(Math.min(0.95, round / 100));
    last = Math.sqrt(moved / Math.max(size, Number.MIN_VALUE));
    if (last < TOLERANCE || moved === 0) return round;
  }
  throw new Problem(
    `filling gaps by ${k} dimensions did not settle in ${MOST_ROUNDS} rounds (the last moved by ${last.toPrecision(2)} of their size)`,
    'Choose fewer dimensions, or another way to treat gaps.',
  );
}

/** Orthonormal vectors within the span of `basis` along which z varies most, with the variances (Rayleigh–Ritz). */
function principal(z: Columns, basis: readonly Float64Array[], n: number, divisor: number, weights: Weights) {
  const k = basis.length;
  const scores = basis.map(v => scoresOf(z, v, n));
  const cross = zeros(k, k);
  scores.forEach((a, d) =>
    scores.forEach((b, e) => (cross.values[d * k + e] = dot(a, b, weights) / divisor)),
  );
  const turn = symmetricEigen(cross);
  const vectors = scores.map((_, d) => {
    const v = new Float64Array(basis[0]!.length);
    for (let e = 0; e < k; e++) {
      const by = entry(turn.vectors, e, d);
      for (let j = 0; j < v.length; j++) v[j]! += by * basis[e]![j]!;
    }
    return v;
  });
  return { vectors, variances: [...turn.values] };
}

function startBasis(p: number, k: number): Float64Array[] {
  const random = seededRandom(SEED);
  return orthonormal(
    Array.from({ length: k }, () => Float64Array.from({ length: p }, () => random.uniform() - 0.5)),
  );
}

/** Gram–Schmidt, twice for safety. */
function orthonormal(vectors: readonly Float64Array[]): Float64Array[] {
  const done: Float64Array[] = [];
  for (const source of vectors) {
    const v = Float64Array.from(source);
    for (let pass = 0; pass < 2; pass++) {
      for (const u of done) {
        const along = dot(u, v);
        for (let j = 0; j < v.length; j++) v[j]! -= along * u[j]!;
      }
    }
    const length = Math.sqrt(dot(v, v));
    for (let j = 0; j < v.length; j++) v[j] = length > 0 ? v[j]! / length : 0;
    done.push(v);
  }
  return done;
}

function scoresOf(z: Columns, v: Float64Array, n: number): Float64Array {
  const scores = new Float64Array(n);
  z.forEach((values, j) => {
    const by = v[j]!;
    for (let i = 0; i < n; i++) scores[i]! += by * values[i]!;
  });
  return scores;
}

function dot(a: Float64Array, b: Float64Array, weights: Weights = null): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]! * (weights === null ? 1 : weights[i]!);
  return sum;
}

const square = (value: number): number => value * value;
