import { congruence } from '../algebra/congruence';
import { columnOf, zeros, type Matrix } from '../algebra/matrix';
import { partSeed } from '../algebra/random';
import { Problem } from '../problem';
import type { DimensionsAnew, FoundAgain } from '../methods/anew';
import type { Steps } from '../stages/steps';
import { quantile } from '../table/quantile';
import type { Draws } from './draws';
import { matchedTo, planeCongruence, turnedTo, type Laid } from './laid';
import type { Resampling } from './resampling';
import {
  addPlaces,
  placesMatter,
  rowPlaces,
  startPlaces,
  type PlacesState,
  type RowPlaces,
} from './rowPlaces';

/** An end of an interval from each end. */
export interface Interval {
  readonly low: number;
  readonly high: number;
}

/** How dimensions come out of rows drawn anew. */
export interface Resamples {
  /** Resamples that are done, and of these the ones without dimensions, say since a measure did not vary: they count nowhere. */
  readonly done: number;
  readonly flat: number;
  /** Of those with dimensions, the ones with a communality of 1 or more (Heywood 1931). */
  readonly improper: number;
  /** What is drawn: rows, or whole groups of rows, and how many there are. */
  readonly units: number;
  readonly measures: readonly string[];
  /** What was found: eigenvalues, and loadings, measures × dimensions. */
  readonly values: Float64Array;
  readonly loadings: Matrix;
  /** 95 % intervals of the leading eigenvalues, corrected for the bias of resampling; NaN where resamples tell nothing of one. */
  readonly eigenvalues: readonly Interval[];
  /** 95 % percentile intervals of every loading, measures × dimensions, and its standard error. */
  readonly low: Matrix;
  readonly high: Matrix;
  readonly errors: Matrix;
  /** Share of resamples in which a loading has the other sign. */
  readonly turnsSign: Matrix;
  /** For each dimension the share of resamples that have it again: congruence from what was asked on. */
  readonly again: readonly number[];
  /** Its median congruence with the resample's dimension that is laid on it. */
  readonly congruence: readonly number[];
  /** For each dimension but the last: share of resamples in which the plane of it and the next is there again. */
  readonly planes: readonly number[];
  /** Where each row lay on the leading dimensions; null where these have no scores, or rows are too many. */
  readonly places: RowPlaces | null;
}

/** Where resampling stands: what each resample came to. */
export interface ResamplesState {
  done: number;
  flat: number;
  improper: number;
  readonly eigenvalues: Float64Array;
  readonly loadings: Float64Array;
  readonly congruences: Float64Array;
  readonly planes: Float64Array;
  places: PlacesState | null;
}

/** Beside the largest an eigenvalue that small is rounding. */
const NOTHING = 1e-12;

/** Eigenvalues that have intervals. */
const MOST_EIGENVALUES = 30;
/** Multiplications that one resample may take, and one step of several. */
const MOST_WORK = 3e9;
export const STEP_WORK = 2e7;
export const [LOW, HIGH] = [0.025, 0.975];

/** @throws Problem where finding dimensions again takes so long that it cannot be done hundreds of times */
export function refuseLong({ rows, measures, work }: DimensionsAnew, times: number): void {
  if (work <= MOST_WORK) return;
  throw new Problem(
    `${rows.length} rows of ${measures.length} measures take too long to be reduced ${times} times.`,
    'Use a part of the rows: some thousand tell how far the dimensions hang on them.',
  );
}

/** Dimensions found again and laid on those that were found, or null where there are none. */
export function laidAgain(
  anew: DimensionsAnew,
  times: Float64Array,
  alignment: Resampling['alignment'],
): { readonly again: FoundAgain; readonly laid: Laid } | null {
  const turned = alignment === 'turned' || anew.turns;
  const again = anew.again(times, turned);
  if (again === null) return null;
  const laid = turned
    ? turnedTo(anew.loadings, again.loadings, anew.oblique)
    : matchedTo(anew.loadings, again.loadings);
  return { again, laid };
}

/**
 * Dimensions of resamples: rows are drawn with replacement, or whole groups of rows that belong together, and keep their
 * weights (the bootstrap, Efron 1979). Weights that are counts are rows that stand there so often,
 * each drawn by itself. The table is not treated anew.
 *
 * A resample's dimensions are laid on the found ones by matching alone, by congruence and sign, or turned within their space
 * (Milan and Whittaker 1995); rotated components are turned, since they have no order of their own.
 *
 * @throws Problem where rows or measures are too many
 */
export function resamplesSteps(
  anew: DimensionsAnew,
  draws: Draws,
  { times, seed, alignment, alike }: Omit<Resampling, 'groups'>,
): Steps<Resamples, ResamplesState> {
  refuseLong(anew, times);
  const { loadings: found, values, work } = anew;
  const [p, k] = [found.rows, found.columns];
  const few = Math.min(MOST_EIGENVALUES, values.length);
  const atOnce = Math.max(1, Math.floor(STEP_WORK / work));

  function resample(state: ResamplesState): void {
    const at = state.done++;
    const one = laidAgain(anew, draws.anew(partSeed(seed, at), draws.units), alignment);
    const slot = at - state.flat;
    if (one === null) {
      state.flat++;
      return;
    }
    const { again, laid } = one;
    state.improper += Number(again.improper);
    state.eigenvalues.set(again.values.subarray(0, few), slot * few);
    state.loadings.set(laid.loadings.values, slot * p * k);
    for (let d = 0; d < k; d++) {
      state.congruences[slot * k + d] = congruence(columnOf(laid.loadings, d), columnOf(found, d));
    }
    for (let d = 0; d + 1 < k; d++) {
      state.planes[slot * (k - 1) + d] = planeCongruence(laid.loadings, found, d);
    }
    if (state.places !== null) state.places = addPlaces(state.places, again.places(laid.loadings, laid.by));
  }

  return {
    start: () => ({
      done: 0,
      flat: 0,
      improper: 0,
      eigenvalues: new Float64Array(times * few),
      loadings: new Float64Array(times * p * k),
      congruences: new Float64Array(times * k),
      planes: new Float64Array(times * Math.max(0, k - 1)),
      places: placesMatter(anew) ? startPlaces(anew.rows.length, k) : null,
    }),
    step: state => {
      for (let i = 0; i < atOnce && state.done < times; i++) resample(state);
      return state;
    },
    done: state => state.done / times,
    show: state => summed(state, anew, few, draws.units, alike),
  };
}

function summed(
  state: ResamplesState,
  { measures, values: eigenvalues, loadings, rows }: DimensionsAnew,
  few: number,
  units: number,
  alike: number,
): Resamples {
  const [p, k] = [loadings.rows, loadings.columns];
  const used = state.done - state.flat;
  /** The values of one figure over the resamples, sorted. */
  const sorted = (values: Float64Array, each: number, at: number): Float64Array =>
    Float64Array.from({ length: used }, (_, b) => values[b * each + at]!).sort();
  const intervalOf = (values: Float64Array): Interval => ({
    low: quantile(values, LOW),
    high: quantile(values, HIGH),
  });
  const [low, high, errors, turnsSign] = [zeros(p, k), zeros(p, k), zeros(p, k), zeros(p, k)];
  for (let at = 0; at < p * k; at++) {
    const values = sorted(state.loadings, p * k, at);
    // Where dimensions are not found again their loadings shrink: what was found is within what may be.
    const interval = intervalOf(values);
    low.values[at] = Math.min(interval.low, loadings.values[at]!);
    high.values[at] = Math.max(interval.high, loadings.values[at]!);
    errors.values[at] = standardDeviation(values);
    const sign = Math.sign(loadings.values[at]!);
    turnsSign.values[at] = used === 0 ? NaN : values.filter(value => value * sign < 0).length / used;
  }
  const shareFrom = (values: Float64Array): number =>
    used === 0 ? NaN : values.filter(value => value >= alike).length / used;
  return {
    done: state.done,
    flat: state.flat,
    improper: state.improper,
    units,
    measures,
    values: eigenvalues,
    loadings,
    eigenvalues: Array.from({ length: few }, (_, d) =>
      aboutFound(sorted(state.eigenvalues, few, d), eigenvalues[d]!, NOTHING * eigenvalues[0]!),
    ),
    low,
    high,
    errors,
    turnsSign,
    again: Array.from({ length: k }, (_, d) => shareFrom(sorted(state.congruences, k, d))),
    congruence: Array.from({ length: k }, (_, d) => quantile(sorted(state.congruences, k, d), 0.5)),
    planes: Array.from({ length: Math.max(0, k - 1) }, (_, d) => shareFrom(sorted(state.planes, k - 1, d))),
    places: state.places && rowPlaces(state.places, rows),
  };
}

/**
 * The percentile interval of an eigenvalue about what was found. Rows that are drawn twice make leading eigenvalues larger
 * than those of the rows themselves, as these are larger than those of all that rows are drawn from: the resamples' median
 * tells by how much, and is taken off as a ratio (median bias, Efron 1981), or as a difference where one is not above 0.
 */
function aboutFound(values: Float64Array, found: number, nothing: number): Interval {
  const [low, median, high] = [LOW, 0.5, HIGH].map(share => quantile(values, share));
  // None of the resamples has as many dimensions: they tell nothing of it.
  if (found > nothing && !(Math.abs(high!) > nothing)) return { low: NaN, high: NaN };
  if (found > 0 && median! > nothing)
    return { low: (found * low!) / median!, high: (found * high!) / median! };
  return { low: found + low! - median!, high: found + high! - median! };
}

function standardDeviation(values: Float64Array): number {
  const n = values.length;
  const mean = values.reduce((sum, value) => sum + value, 0) / n;
  return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1));
}
