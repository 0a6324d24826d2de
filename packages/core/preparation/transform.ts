import { maximum } from '../algebra/maximum';
import { normalQuantile } from '../algebra/normalQuantile';
import { Problem } from '../problem';

export const COLUMN_TRANSFORMS = [
  'none',
  'log',
  'log1p',
  'square-root',
  'box-cox',
  'yeo-johnson',
  'ranks',
  'normal-scores',
] as const;
/** A transform of one column by itself. */
export type ColumnTransform = (typeof COLUMN_TRANSFORMS)[number];

export interface Transformed {
  readonly values: Float64Array;
  /** The fitted power, where the transform has one. */
  readonly power: number | null;
  /** The same transform of another number. */
  readonly apply: (value: number) => number;
}

/** What a column needs to be told of when it cannot be transformed. */
export interface Placed {
  readonly name: string;
  /** Row of the table of each value. */
  readonly rows: Uint32Array;
}

/**
 * Transforms the values of a column, none of them missing.
 *
 * @throws Problem naming the first row whose value the transform is not defined for
 */
export function transformColumn(
  values: Float64Array,
  transform: ColumnTransform,
  placed: Placed,
): Transformed {
  refuseOutside(values, transform, placed);
  if (transform === 'ranks' || transform === 'normal-scores') return byOrder(values, transform);
  const power =
    transform === 'box-cox'
      ? boxCoxPower(values)
      : transform === 'yeo-johnson'
        ? yeoJohnsonPower(values)
        : null;
  const apply = functionOf(transform, power ?? 1);
  return { values: values.map(apply), power, apply };
}

/** @throws Problem naming the first row whose value the transform is not defined for */
export function refuseOutside(values: Float64Array, transform: ColumnTransform, placed: Placed): void {
  switch (transform) {
    case 'log':
      return need(values, value => value > 0, 'the logarithm needs positive numbers', placed);
    case 'log1p':
      return need(values, value => value > -1, 'log(1 + x) needs numbers above −1', placed);
    case 'square-root':
      return need(values, value => value >= 0, 'the square root needs numbers from 0', placed);
    case 'box-cox':
      return need(values, value => value > 0, 'the Box–Cox power needs positive numbers', placed);
  }
}

function functionOf(transform: ColumnTransform, power: number): (value: number) => number {
  switch (transform) {
    case 'log':
      return Math.log;
    case 'log1p':
      return Math.log1p;
    case 'square-root':
      return Math.sqrt;
    case 'box-cox':
      return value => boxCox(value, power);
    case 'yeo-johnson':
      return value => yeoJohnson(value, power);
    default:
      return value => value;
  }
}

/** Ranks, or the normal quantiles at (rank − 3/8) / (n + 1/4) (Blom 1958); another number ranks among the values. */
function byOrder(values: Float64Array, transform: 'ranks' | 'normal-scores'): Transformed {
  const n = values.length;
  const sorted = values.slice().sort();
  const score = (rank: number) =>
    transform === 'ranks' ? rank : normalQuantile((rank - 0.375) / (n + 0.25));
  const apply = (value: number) => score(Math.min(n, Math.max(1, rankIn(sorted, value))));
  return { values: ranksAmong(values, sorted).map(score), power: null, apply };
}

/** The power transform (Box and Cox 1964, equation 1): (x^λ − 1) / λ, or ln x where λ is 0. */
export function boxCox(value: number, power: number): number {
  return isZero(power) ? Math.log(value) : Math.expm1(power * Math.log(value)) / power;
}

/** The power transform for all numbers (Yeo and Johnson 2000, equation 2.1). */
export function yeoJohnson(value: number, power: number): number {
  if (value >= 0) {
    return isZero(power) ? Math.log1p(value) : Math.expm1(power * Math.log1p(value)) / power;
  }
  const mirrored = 2 - power;
  return isZero(mirrored) ? -Math.log1p(-value) : -Math.expm1(mirrored * Math.log1p(-value)) / mirrored;
}

/** The power of greatest likelihood (Box and Cox 1964, section 3). */
export function boxCoxPower(values: Float64Array): number {
  const logs = values.map(Math.log);
  const sum = logs.reduce((total, log) => total + log, 0);
  const transformed = new Float64Array(values.length);
  return maximum(POWERS.from, POWERS.to, power => {
    for (let i = 0; i < logs.length; i++) transformed[i] = powered(logs[i]!, power);
    return profile(transformed, (power - 1) * sum);
  });
}

/** The power of greatest likelihood (Yeo and Johnson 2000, section 3). */
export function yeoJohnsonPower(values: Float64Array): number {
  const logs = values.map(value => Math.sign(value) * Math.log1p(Math.abs(value)));
  const sum = logs.reduce((total, log) => total + log, 0);
  const transformed = new Float64Array(values.length);
  return maximum(POWERS.from, POWERS.to, power => {
    for (let i = 0; i < logs.length; i++) {
      const log = logs[i]!;
      transformed[i] = log >= 0 ? powered(log, power) : -powered(-log, 2 - power);
    }
    return profile(transformed, (power - 1) * sum);
  });
}

/** (e^(λ l) − 1) / λ, or l where λ is 0; by the quicker function where that costs no digits. */
function powered(log: number, power: number): number {
  if (power > 0.01 || power < -0.01) return (Math.exp(power * log) - 1) / power;
  return isZero(power) ? log : Math.expm1(power * log) / power;
}

/** Ranks from 1; equal values share their mean rank. */
export function ranks(values: Float64Array): Float64Array {
  return ranksAmong(values, values.slice().sort());
}

/** The ranks of values, sorted beside: each is looked for only among those in the same of n equal slices of the range. */
function ranksAmong(values: Float64Array, sorted: Float64Array): Float64Array {
  const n = sorted.length;
  const least = sorted[0]!;
  const range = sorted[n - 1]! - least;
  const slices = (n - 1) / range;
  const perSlice = slices > 0 && Number.isFinite(slices) ? slices : 0;
  const sliceOf = (value: number) => Math.floor((value - least) * perSlice);
  const starts = new Uint32Array(n + 1);
  for (let i = 0; i < n; i++) starts[sliceOf(sorted[i]!) + 1]!++;
  for (let slice = 0; slice < n; slice++) starts[slice + 1]! += starts[slice]!;
  const result = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const slice = sliceOf(values[i]!);
    const value = values[i]!;
    const below = countBelow(sorted, value, false, starts[slice]!, starts[slice + 1]!);
    const upTo = countBelow(sorted, value, true, below, starts[slice + 1]!);
    result[i] = (below + 1 + upTo) / 2;
  }
  return result;
}

/** The mean rank of a value among sorted numbers; half a rank above those below it where it is none of them. */
function rankIn(sorted: Float64Array, value: number): number {
  const below = countBelow(sorted, value, false);
  if (sorted[below] !== value) return below + 0.5;
  const upTo = sorted[below + 1] === value ? countBelow(sorted, value, true) : below + 1;
  return (below + 1 + upTo) / 2;
}

/** How many of the sorted numbers lie below a value, or (with equal ones) not above it; between `low` and `high`. */
function countBelow(
  sorted: Float64Array,
  value: number,
  withEqual: boolean,
  low = 0,
  high = sorted.length,
): number {
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (sorted[middle]! < value || (withEqual && sorted[middle] === value)) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Powers beyond these are no transforms that anyone would read. */
const POWERS = { from: -5, to: 5 };

const isZero = (power: number): boolean => Math.abs(power) < 1e-12;

/** The log-likelihood of a normal sample at its own mean and variance, with the transform's own part. */
function profile(values: Float64Array, jacobian: number): number {
  const n = values.length;
  let sum = 0;
  for (let i = 0; i < n; i++) sum += values[i]!;
  const mean = sum / n;
  let squares = 0;
  for (let i = 0; i < n; i++) squares += (values[i]! - mean) * (values[i]! - mean);
  return -0.5 * n * Math.log(squares / n) + jacobian;
}

function need(
  values: Float64Array,
  holds: (value: number) => boolean,
  what: string,
  { name, rows }: Placed,
): void {
  const index = values.findIndex(value => !holds(value));
  if (index < 0) return;
  throw new Problem(
    `${what}, and this is ${values[index]}`,
    'Choose another transform for this column, or correct or set aside the row.',
    `column “${name}”, row ${rows[index]! + 1}`,
  );
}
