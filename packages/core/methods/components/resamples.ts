import { congruence, EQUAL, pairedCongruence } from '../../algebra/congruence';
import { crossProducts } from '../../algebra/crossProducts';
import { columnOf, someColumns, weighted, zeros, type Matrix } from '../../algebra/matrix';
import { crossed, product } from '../../algebra/product';
import { partSeed, seededRandom } from '../../algebra/random';
import { symmetricEigen } from '../../algebra/symmetricEigen';
import { Problem } from '../../problem';
import type { PreparedRows } from '../../preparation/prepared';
import { nearestRotation } from '../../rotation/orthogonal';
import type { Steps } from '../../stages/steps';
import { groupsOf } from '../../table/groups';
import { quantile } from '../../table/quantile';
import type { Table } from '../../table/table';
import type { Components } from './components';
import type { Resampling } from './settings';

/** An end of an interval from each end. */
export interface Interval {
  readonly low: number;
  readonly high: number;
}

/** How components come out of rows drawn anew. */
export interface Resamples {
  /** Resamples that are done, and of these the ones in which some measure did not vary, which count nowhere. */
  readonly done: number;
  readonly flat: number;
  /** What is drawn: rows, or whole groups of rows, and how many there are. */
  readonly units: number;
  /** 95 % percentile intervals of the leading eigenvalues. */
  readonly eigenvalues: readonly Interval[];
  /** The same of every loading, measures × dimensions. */
  readonly low: Matrix;
  readonly high: Matrix;
  /** Share of resamples in which a loading has the other sign. */
  readonly turnsSign: Matrix;
  /** For each dimension the share of resamples that have it again: congruence from .95 on. */
  readonly again: readonly number[];
  /** Its median congruence with the resample's dimension that is laid on it. */
  readonly congruence: readonly number[];
  /** For each dimension but the last: share of resamples in which the plane of it and the next is there again. */
  readonly planes: readonly number[];
}

/** Where resampling stands: what each resample came to. */
export interface ResamplesState {
  done: number;
  flat: number;
  readonly eigenvalues: Float64Array;
  readonly loadings: Float64Array;
  readonly congruences: Float64Array;
  readonly planes: Float64Array;
}

/** Eigenvalues that have intervals. */
const MOST_EIGENVALUES = 30;
/** Decompositions of more measures take too long to be done hundreds of times. */
const MOST_MEASURES = 400;
/** Multiplications that one resample, and one step of several, may take. */
const MOST_WORK = 5e8;
const STEP_WORK = 2e7;
const [LOW, HIGH] = [0.025, 0.975];

/**
 * Components of resamples: rows are drawn with replacement, or whole groups of rows that belong together, and keep their
 * weights (the bootstrap, Efron 1979; percentile intervals). Weights that are counts are rows that stand there so often,
 * each drawn by itself. The table is not treated anew; measures of unit variance are brought to that in each resample.
 *
 * A resample's dimensions are laid on the found ones by matching alone, by congruence and sign, or turned within their space
 * by orthogonal Procrustes rotation (Milan and Whittaker 1995); rotated dimensions are turned, since they have no order of
 * their own.
 *
 * @param groups for each row used the group that it belongs to; null where rows are drawn
 * @throws Problem where gaps are kept, or rows or measures are too many
 */
export function resamplesSteps(
  prepared: PreparedRows,
  found: Components,
  groups: readonly number[] | null,
  { times, seed, alignment }: Omit<Resampling, 'groups'>,
): Steps<Resamples, ResamplesState> {
  const places = found.measures.map(name => prepared.measures.indexOf(name));
  const [n, p, k] = [prepared.values.rows, places.length, found.kept];
  if (prepared.gaps > 0) {
    throw new Problem('gaps are kept, and resamples are not found with these.', 'Fill them in question 2.');
  }
  if (n * p * p > MOST_WORK) {
    throw new Problem(
      `${n} rows of ${p} measures take too long to be decomposed ${times} times.`,
      'Use a part of the rows: some thousand tell how far the dimensions hang on them.',
    );
  }
  if (p > MOST_MEASURES) {
    throw new Problem(
      `${p} measures are too many to be decomposed ${times} times.`,
      `Take ${MOST_MEASURES} measures in at most.`,
    );
  }
  const x = someColumns(prepared.values, places);
  const unitsOf = drawable(prepared, groups);
  const few = Math.min(MOST_EIGENVALUES, p);
  const turns = alignment === 'turned' || found.rotation !== null;
  const atOnce = Math.max(1, Math.floor(STEP_WORK / (n * p * p + 10 * p ** 3)));

  function resample(state: ResamplesState): void {
    const at = state.done++;
    const eigen = decomposed(x, prepared, unitsOf.draw(partSeed(seed, at)));
    const slot = at - state.flat;
    if (eigen === null) {
      state.flat++;
      return;
    }
    state.eigenvalues.set(eigen.values.subarray(0, few), slot * few);
    const own = zeros(p, k);
    for (let d = 0; d < k; d++) {
      const length = Math.sqrt(Math.max(0, eigen.values[d]!));
      for (let j = 0; j < p; j++) own.values[d * p + j] = eigen.vectors.values[d * p + j]! * length;
    }
    const laid = turns
      ? product(own, nearestRotation(crossed(own, found.loadings)))
      : matched(own, found.loadings);
    state.loadings.set(laid.values, slot * p * k);
    for (let d = 0; d < k; d++) {
      state.congruences[slot * k + d] = congruence(columnOf(laid, d), columnOf(found.loadings, d));
    }
    for (let d = 0; d + 1 < k; d++) {
      state.planes[slot * (k - 1) + d] = planeCongruence(laid, found.loadings, d);
    }
  }

  return {
    start: () => ({
      done: 0,
      flat: 0,
      eigenvalues: new Float64Array(times * few),
      loadings: new Float64Array(times * p * k),
      congruences: new Float64Array(times * k),
      planes: new Float64Array(times * Math.max(0, k - 1)),
    }),
    step: state => {
      for (let i = 0; i < atOnce && state.done < times; i++) resample(state);
      return state;
    },
    done: state => state.done / times,
    show: state => summed(state, found, few, unitsOf.units),
  };
}

/** For each row the group that is drawn whole with it; rows without a level are groups of their own. */
export function drawnTogether(table: Table, label: string, rows: Uint32Array): number[] {
  const of = new Array<number>(rows.length).fill(-1);
  let next = 0;
  for (const places of groupsOf(table, label, rows).values()) {
    for (const place of places) of[place] = next;
    next++;
  }
  return of.map(group => (group < 0 ? next++ : group));
}

/** Draws as many units as there are; how often each row is in the resample, times its weight. */
function drawable(
  { values: { rows: n }, weights, counts, n: figures }: PreparedRows,
  groups: readonly number[] | null,
): { readonly units: number; readonly draw: (seed: number) => Float64Array } {
  if (groups !== null) {
    const members: number[][] = [];
    groups.forEach((group, row) => (members[group] ??= []).push(row));
    return {
      units: members.length,
      draw: seed => {
        const { whole } = seededRandom(seed);
        const times = new Float64Array(n);
        for (let i = 0; i < members.length; i++) {
          for (const row of members[whole(members.length)]!) times[row]! += weights?.[row] ?? 1;
        }
        return times;
      },
    };
  }
  if (counts && weights !== null) {
    const upTo = new Float64Array(n);
    let sum = 0;
    for (let i = 0; i < n; i++) upTo[i] = sum += weights[i]!;
    const units = Math.round(figures ?? sum);
    return {
      units,
      draw: seed => {
        const { uniform } = seededRandom(seed);
        const times = new Float64Array(n);
        for (let i = 0; i < units; i++) times[firstAbove(upTo, uniform() * sum)]!++;
        return times;
      },
    };
  }
  return {
    units: n,
    draw: seed => {
      const { whole } = seededRandom(seed);
      const times = new Float64Array(n);
      for (let i = 0; i < n; i++) {
        const row = whole(n);
        times[row]! += weights?.[row] ?? 1;
      }
      return times;
    },
  };
}

/** The first of rising sums that is above a number. */
function firstAbove(upTo: Float64Array, value: number): number {
  let [low, high] = [0, upTo.length - 1];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (upTo[middle]! > value) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Eigenvalues and vectors of the covariances, or correlations, of rows that weigh; null where a measure does not vary. */
function decomposed(x: Matrix, { scale, divisor }: PreparedRows, times: Float64Array) {
  const p = x.columns;
  const products = crossProducts(weighted(x, times));
  const total = times.reduce((sum, weight) => sum + weight, 0);
  const centres = scale !== 'none';
  const means = Float64Array.from({ length: p }, (_, j) => {
    const column = columnOf(x, j);
    let sum = 0;
    for (let i = 0; i < column.length; i++) sum += times[i]! * column[i]!;
    return centres ? sum / total : 0;
  });
  // Σw stays what it was, so that the divisor is that of all rows.
  const by = divisor * (total / (divisor + 1));
  const covariances = zeros(p, p);
  for (let j = 0; j < p; j++) {
    for (let i = 0; i < p; i++) {
      const at = j * p + i;
      covariances.values[at] = (products.values[at]! - total * means[i]! * means[j]!) / by;
    }
  }
  if (scale === 'unit-variance') {
    const sds = Float64Array.from({ length: p }, (_, j) => Math.sqrt(covariances.values[j * p + j]!));
    if (sds.some(sd => !(sd > FLAT))) return null;
    for (let j = 0; j < p; j++) {
      for (let i = 0; i < p; i++) covariances.values[j * p + i]! /= sds[i]! * sds[j]!;
    }
  }
  return symmetricEigen(covariances);
}

/** Prepared measures have a standard deviation of 1. */
const FLAT = 1e-9;

/** A resample's dimensions in the order of those found, the most alike first, with their signs. */
function matched(own: Matrix, loadings: Matrix): Matrix {
  const laid = zeros(own.rows, own.columns);
  pairedCongruence(loadings, own).forEach(({ with: from }, d) => {
    const column = columnOf(own, from);
    const sign = congruence(column, columnOf(loadings, d)) < 0 ? -1 : 1;
    columnOf(laid, d).set(column.map(value => sign * value));
  });
  return laid;
}

/** The lesser congruence of two dimensions that follow each other, once they are turned within the plane of both. */
function planeCongruence(laid: Matrix, loadings: Matrix, d: number): number {
  const [own, wanted] = [someColumns(laid, [d, d + 1]), someColumns(loadings, [d, d + 1])];
  const turned = product(own, nearestRotation(crossed(own, wanted)));
  return Math.min(
    congruence(columnOf(turned, 0), columnOf(wanted, 0)),
    congruence(columnOf(turned, 1), columnOf(wanted, 1)),
  );
}

function summed(state: ResamplesState, found: Components, few: number, units: number): Resamples {
  const [p, k] = [found.measures.length, found.kept];
  const used = state.done - state.flat;
  /** The values of one figure over the resamples, sorted. */
  const sorted = (values: Float64Array, each: number, at: number): Float64Array =>
    Float64Array.from({ length: used }, (_, b) => values[b * each + at]!).sort();
  const intervalOf = (values: Float64Array): Interval => ({
    low: quantile(values, LOW),
    high: quantile(values, HIGH),
  });
  const [low, high, turnsSign] = [zeros(p, k), zeros(p, k), zeros(p, k)];
  for (let at = 0; at < p * k; at++) {
    const values = sorted(state.loadings, p * k, at);
    const interval = intervalOf(values);
    low.values[at] = interval.low;
    high.values[at] = interval.high;
    const sign = Math.sign(found.loadings.values[at]!);
    turnsSign.values[at] = used === 0 ? NaN : values.filter(value => value * sign < 0).length / used;
  }
  const shareFrom = (values: Float64Array): number =>
    used === 0 ? NaN : values.filter(value => value >= EQUAL).length / used;
  return {
    done: state.done,
    flat: state.flat,
    units,
    eigenvalues: Array.from({ length: few }, (_, d) => intervalOf(sorted(state.eigenvalues, few, d))),
    low,
    high,
    turnsSign,
    again: Array.from({ length: k }, (_, d) => shareFrom(sorted(state.congruences, k, d))),
    congruence: Array.from({ length: k }, (_, d) => quantile(sorted(state.congruences, k, d), 0.5)),
    planes: Array.from({ length: Math.max(0, k - 1) }, (_, d) => shareFrom(sorted(state.planes, k - 1, d))),
  };
}
