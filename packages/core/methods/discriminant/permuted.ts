import { inverseFactor } from '../../algebra/cholesky';
import { inverseOf } from '../../algebra/inverseOf';
import { columnOf, transpose, zeros, type Matrix } from '../../algebra/matrix';
import { crossed, product } from '../../algebra/product';
import { partSeed } from '../../algebra/random';
import { shuffled } from '../../algebra/shuffled';
import type { Steps } from '../../stages/steps';
import { discriminantAxes } from './axes';
import type { LabelledRows } from './labelledRows';
import type { Discriminant } from './discriminant';
import { groupMoments } from './moments';
import { meanVariance } from './shrinkage';

/** The test of discriminant axes by permutation of the label. */
export interface Permuted {
  /** Permutations that are done. */
  readonly done: number;
  /**
   * For each axis the share of permutations, the label as it stands counted among them, in which it and those after it
   * separate the groups as much: (1 + b) / (1 + m) (Phipson and Smyth 2010). NaN for axes that are not tested.
   */
  readonly p: readonly number[];
}

export interface PermutedState {
  done: number;
  /** For each axis the permutations that came up to what was found. */
  readonly reached: Float64Array;
}

/** Permutations of the label. */
export const PERMUTATIONS = 999;

/** Axes that are tested at most. */
const MOST_TESTED = 10;
/** Multiplications of a step. */
const STEP_WORK = 2e7;
/** Statistics that differ by rounding alone are ties. */
const TIE = 1e-10;

/** Multiplications that a permutation takes, about. */
export const permutationWork = ({
  n,
  x,
  groups,
}: Pick<LabelledRows, 'n' | 'groups'> & { readonly x: { readonly columns: number } }): number =>
  n * x.columns + groups * x.columns ** 2 + MOST_TESTED * groups ** 3;

/** Multiplications beyond which labels are permuted where that is asked for alone: some seconds. */
const QUICK = 5e9;

/** Whether the label of found axes is permuted in some seconds, on whichever machine. */
export function isQuickToPermute({ sizes, measures, levels }: Discriminant): boolean {
  const n = sizes.reduce((sum, size) => sum + size, 0);
  const x = { columns: Math.min(measures.length, n) };
  return PERMUTATIONS * permutationWork({ n, x, groups: levels.length }) <= QUICK;
}

/**
 * Whether discriminant axes separate groups more than chance would: the rows' labels are permuted, and Σ ln(1 + λ) over an
 * axis and those after it is held against what was found (Wilks' lambda, its distribution by permutation; Pitman 1938).
 * Beyond the first axis, rows lie in what is orthogonal to the axes before it, and groups are contrasted by what those leave
 * of their differences. A covariance that was shrunk is shrunk by the same intensity in every permutation. Rows that
 * counts stand for are permuted one by one; other weights go with their rows.
 *
 * @param shrunk the intensity by which the covariance within groups was shrunk
 */
export function permutedSteps(
  rows: LabelledRows,
  counts: boolean,
  shrunk: number,
  times: number,
  seed: number,
): Steps<Permuted, PermutedState> {
  const test = testOf(rows, counts, shrunk);
  const atOnce = Math.max(1, Math.floor(STEP_WORK / permutationWork(rows)));
  const tested = test.found.length;
  return {
    start: () => ({ done: 0, reached: new Float64Array(tested) }),
    step: state => {
      for (let k = 0; k < atOnce && state.done < times; k++) {
        const values = test.permuted(partSeed(seed, state.done++));
        for (let d = 0; d < tested; d++) {
          if (values[d]! >= test.found[d]! * (1 - TIE)) state.reached[d]!++;
        }
      }
      return state;
    },
    done: ({ done }) => done / times,
    show: ({ done, reached }) => ({
      done,
      p: Array.from({ length: test.axes }, (_, d) => (d < tested ? (1 + reached[d]!) / (1 + done) : NaN)),
    }),
  };
}

/** What was found, Σ ln(1 + λ) from each axis on, and the same of permuted labels. */
function testOf(rows: LabelledRows, counts: boolean, shrunk: number) {
  const { x, group, groups } = rows;
  const moments = groupMoments(rows);
  const { sizes, means, within } = moments;
  const { coefficients, eigenvalues } = discriminantAxes(rows, moments, shrunk);
  const q = x.columns;
  const there = Uint32Array.from(sizes.keys()).filter(g => sizes[g]! > 0);
  const all = sizes.reduce((sum, size) => sum + size, 0);
  const mean = Float64Array.from({ length: q }, (_, j) => {
    const column = columnOf(means, j);
    return there.reduce((sum, g) => sum + (sizes[g]! / all) * column[g]!, 0);
  });
  // W + (1 − s) B, which no permutation changes: W is (1 − s) times the rest of it, and what it was drawn towards.
  const total = zeros(q, q);
  const towards = shrunk * meanVariance(within, rows.measures, all) * all;
  for (let a = 0; a < q; a++) {
    for (let b = 0; b < q; b++) {
      let between = 0;
      for (const g of there) {
        between +=
          sizes[g]! * (means.values[a * groups + g]! - mean[a]!) * (means.values[b * groups + g]! - mean[b]!);
      }
      total.values[a * q + b] =
        (1 - shrunk) * (within.values[a * q + b]! + between) + (a === b ? towards : 0);
    }
  }
  const whitener = inverseFactor(total);
  if (whitener === null) throw new RangeError('Rows that have axes vary in every column of their space.');
  const freedom = all - there.length;
  const tested = Math.min(MOST_TESTED, eigenvalues.length);
  const ownWeight = (i: number): number => (counts ? 1 : (rows.weights?.[i] ?? 1));
  const units = unitsOf(rows, counts);

  /** Groups × columns: each group's mean from that of all, times the root of its size. */
  function scaledMeans(labels: ArrayLike<number>): Matrix {
    const size = new Float64Array(groups);
    units.forEach((i, unit) => (size[labels[unit]!]! += ownWeight(i)));
    const scaled = zeros(there.length, q);
    const sums = new Float64Array(groups);
    for (let j = 0; j < q; j++) {
      const [column, to] = [columnOf(x, j), columnOf(scaled, j)];
      sums.fill(0);
      for (let unit = 0; unit < units.length; unit++) {
        const i = units[unit]!;
        sums[labels[unit]!]! += ownWeight(i) * (column[i]! - mean[j]!);
      }
      there.forEach((g, k) => (to[k] = size[g]! > 0 ? sums[g]! / Math.sqrt(size[g]!) : 0));
    }
    return scaled;
  }

  const labels = Uint32Array.from(units, i => group[i]!);
  // Where the groups lie on the axes: beyond an axis they are contrasted by what it and those before it leave.
  const contrasts = contrastsBeyond(product(scaledMeans(labels), coefficients), tested);
  const found = Float64Array.from({ length: tested }, (_, d) =>
    eigenvalues.slice(d).reduce((sum, value) => sum + Math.log1p(value), 0),
  );

  function permuted(seed: number): Float64Array {
    const scaled = scaledMeans(Uint32Array.from(shuffled(units.length, seed), unit => labels[unit]!));
    const white = product(whitener!.factor, transpose(scaled));
    const apart = crossed(white, white);
    const onAxes = product(scaled, coefficients);
    return Float64Array.from({ length: tested }, (_, d) => {
      if (d > 0) takeOff(apart, columnOf(onAxes, d - 1), freedom * (1 + (1 - shrunk) * eigenvalues[d - 1]!));
      return logOf(apart, contrasts[d]!, 1 - shrunk);
    });
  }
  return { found, permuted, axes: eigenvalues.length };
}

/** Which row each label belongs to: a row that a count stands for has as many. */
function unitsOf({ x, weights }: LabelledRows, counts: boolean): Uint32Array {
  if (!counts || weights === null) return Uint32Array.from({ length: x.rows }, (_, i) => i);
  const units: number[] = [];
  weights.forEach((weight, i) => {
    for (let unit = 0; unit < Math.round(weight); unit++) units.push(i);
  });
  return Uint32Array.from(units);
}

/** A cross-product of the groups without what lies along an axis. */
function takeOff({ rows, values }: Matrix, along: Float64Array, square: number): void {
  for (let a = 0; a < rows; a++) {
    for (let b = 0; b < rows; b++) values[a * rows + b]! -= (along[a]! * along[b]!) / square;
  }
}

/** For each axis an orthonormal basis of what the axes before it leave of the groups' contrasts, groups × contrasts. */
function contrastsBeyond(onAxes: Matrix, tested: number): Matrix[] {
  const g = onAxes.rows;
  const taken: Float64Array[] = [];
  const orthonormal = (column: Float64Array, against: readonly Float64Array[]): Float64Array | null => {
    const rest = column.slice();
    // Twice, so that rounding leaves nothing.
    for (const other of [...against, ...against]) {
      const along = rest.reduce((sum, value, i) => sum + value * other[i]!, 0);
      for (let i = 0; i < g; i++) rest[i]! -= along * other[i]!;
    }
    const length = Math.hypot(...rest);
    return length > 1e-6 * Math.hypot(...column) ? rest.map(value => value / length) : null;
  };
  return Array.from({ length: tested }, (_, d) => {
    if (d > 0) {
      const next = orthonormal(columnOf(onAxes, d - 1), taken);
      if (next !== null) taken.push(next);
    }
    const basis: Float64Array[] = [];
    for (let k = 0; k < g && basis.length < g - taken.length; k++) {
      const unit = new Float64Array(g);
      unit[k] = 1;
      const free = orthonormal(unit, [...taken, ...basis]);
      if (free !== null) basis.push(free);
    }
    const contrasts = zeros(g, basis.length);
    basis.forEach((column, at) => columnOf(contrasts, at).set(column));
    return contrasts;
  });
}

/** Σ ln(1 + λ) of the contrasts, from H = F T⁻¹ Fᵀ: between over within is H (I − c H)⁻¹, where T is within and c between. */
function logOf(apart: Matrix, contrasts: Matrix, c: number): number {
  const g = apart.rows;
  const rest: Matrix = {
    rows: g,
    columns: g,
    values: apart.values.map((value, at) => (at % (g + 1) === 0 ? 1 : 0) - c * value),
  };
  const inverse = inverseOf(rest);
  // No spread is left within the groups: they cannot be farther apart.
  if (inverse === null) return Infinity;
  const over = product(apart, inverse);
  const own = crossed(contrasts, product(over, contrasts));
  for (let k = 0; k < own.rows; k++) own.values[k * own.rows + k]! += 1;
  return logDeterminant(own);
}

/** ln |A| of a positive definite matrix, by elimination. */
function logDeterminant({ rows, values }: Matrix): number {
  const left = values.slice();
  let sum = 0;
  for (let k = 0; k < rows; k++) {
    const pivot = left[k * rows + k]!;
    if (!(pivot > 0)) return Infinity;
    sum += Math.log(pivot);
    for (let j = k + 1; j < rows; j++) {
      const by = left[j * rows + k]! / pivot;
      for (let i = k; i < rows; i++) left[j * rows + i]! -= by * left[k * rows + i]!;
    }
  }
  return sum;
}
