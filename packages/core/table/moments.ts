import { PIECE, pieceEnd } from '../pieces';

/** Weights of some numbers, or null where each counts once. */
export type Weights = ArrayLike<number> | null;

/** How often the numbers that are there (not NaN) count together. */
export function weightOf(values: ArrayLike<number>, weights: Weights = null): number {
  let total = 0;
  for (let i = 0; i < values.length; i++) {
    if (!Number.isNaN(values[i]!)) total += weights === null ? 1 : weights[i]!;
  }
  return total;
}

/** What a column's mean and spread are made of, over the numbers that are there. */
export interface Moments {
  /** NaN where there is none. */
  readonly mean: number;
  /** What is left of the mean beyond its own digits. */
  readonly shift: number;
  /** Σ w (x − mean − shift)². */
  readonly squares: number;
  /** How often the numbers count together, and how many there are. */
  readonly total: number;
  readonly present: number;
  /** Whether not all are equal. */
  readonly varies: boolean;
}

/**
 * The weighted mean and squares about it: sums from the first number on, then from their mean on, so that a common
 * offset, however large for the spread, costs no digits.
 */
export function momentsOf(values: ArrayLike<number>, weights: Weights = null): Moments {
  const n = values.length;
  let at = 0;
  while (at < n && Number.isNaN(values[at]!)) at++;
  if (at === n) return { mean: NaN, shift: 0, squares: 0, total: 0, present: 0, varies: false };
  const origin = values[at]!;
  const sums = new Float64Array(5);
  for (let from = at; from < n; from += PIECE)
    addFrom(origin, values, weights, from, pieceEnd(from, n), sums);
  const [, , total = 0, present = 0, differing = 0] = sums;
  const offset = sums[0]! / total;
  // Numbers of unlike sign may lie further apart than a double holds.
  const mean = Number.isFinite(offset) ? origin + offset : byHalves(values, weights, total);
  sums.fill(0);
  for (let from = at; from < n; from += PIECE) addFrom(mean, values, weights, from, pieceEnd(from, n), sums);
  const rest = sums[0]! / total;
  const shift = Number.isFinite(rest) ? rest : 0;
  return { mean, shift, squares: sums[1]! - total * shift * shift, total, present, varies: differing > 0 };
}

/** Adds Σ w d, Σ w d², Σ w, how many there are, and how many differ, for the distances d from a number. */
function addFrom(
  origin: number,
  values: ArrayLike<number>,
  weights: Weights,
  from: number,
  to: number,
  sums: Float64Array,
): void {
  let sum = 0;
  let squares = 0;
  let total = 0;
  let present = 0;
  let differing = 0;
  for (let i = from; i < to; i++) {
    const d = values[i]! - origin;
    // Only NaN differs from itself.
    if (d !== d) continue;
    const w = weights === null ? 1 : weights[i]!;
    sum += w * d;
    squares += w * d * d;
    total += w;
    present++;
    if (d !== 0) differing++;
  }
  sums[0]! += sum;
  sums[1]! += squares;
  sums[2]! += total;
  sums[3]! += present;
  sums[4]! += differing;
}

/** Share by share, of numbers whose distances are beyond what a double holds. */
function byHalves(values: ArrayLike<number>, weights: Weights, all: number): number {
  let mean = 0;
  for (let i = 0; i < values.length; i++) {
    const share = (weights === null ? 1 : weights[i]!) / all;
    if (!Number.isNaN(values[i]!)) mean += values[i]! * share;
  }
  return mean;
}

/** The weighted mean of the numbers that are there; NaN where there is none. */
export function meanOf(values: ArrayLike<number>, weights: Weights = null): number {
  const { mean, shift } = momentsOf(values, weights);
  return mean + shift;
}

/** Σ w (x − about)² over the numbers that are there. */
export function squaresAbout(values: ArrayLike<number>, about: number, weights: Weights = null): number {
  let squares = 0;
  for (let i = 0; i < values.length; i++) {
    const deviation = values[i]! - about;
    if (!Number.isNaN(deviation)) squares += deviation * deviation * (weights === null ? 1 : weights[i]!);
  }
  return squares;
}

/** The standard deviation of the numbers that are there, with divisor Σw − 1; NaN where that is not above 0. */
export function sdOf(values: ArrayLike<number>, weights: Weights = null): number {
  const { squares, total, varies } = momentsOf(values, weights);
  if (!(total > 1)) return NaN;
  if (!varies || (squares > TINY && squares < Infinity)) return Math.sqrt(Math.max(0, squares) / (total - 1));
  const { deviations, half } = deviationsOf(values, meanOf(values, weights));
  return 2 * (half * Math.sqrt(squaresAbout(deviations, 0, weights) / (total - 1)));
}

/** Below it squares have lost digits. */
const TINY = 1e-290;

/** Deviations in units of the largest of them, so that no power of one over- or underflows, and half of that unit. */
export function deviationsOf(
  values: ArrayLike<number>,
  mean: number,
): { readonly deviations: Float64Array; readonly half: number } {
  // Half of each: two numbers may lie further apart than a double holds.
  const halves = Float64Array.from(values, value => value / 2 - mean / 2);
  let largest = 0;
  for (const half of halves) if (Math.abs(half) > largest) largest = Math.abs(half);
  return { deviations: halves.map(half => half / largest), half: largest };
}
