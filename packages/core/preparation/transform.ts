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
  const score = (rank: number) =>
    transform === 'ranks' ? rank : normalQuantile((rank - 0.375) / (n + 0.25));
  const apply = (value: number) => {
    let below = 0;
    let equal = 0;
    for (const other of values) {
      if (other < value) below++;
      else if (other === value) equal++;
    }
    const rank = equal > 0 ? below + (equal + 1) / 2 : below + 0.5;
    return score(Math.min(n, Math.max(1, rank)));
  };
  return { values: ranks(values).map(score), power: null, apply };
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
  const logs = values.reduce((sum, value) => sum + Math.log(value), 0);
  return bestPower(power =>
    profile(
      values.map(value => boxCox(value, power)),
      (power - 1) * logs,
    ),
  );
}

/** The power of greatest likelihood (Yeo and Johnson 2000, section 3). */
export function yeoJohnsonPower(values: Float64Array): number {
  const logs = values.reduce((sum, value) => sum + Math.sign(value) * Math.log1p(Math.abs(value)), 0);
  return bestPower(power =>
    profile(
      values.map(value => yeoJohnson(value, power)),
      (power - 1) * logs,
    ),
  );
}

/** Ranks from 1; equal values share their mean rank. */
export function ranks(values: Float64Array): Float64Array {
  const order = [...values.keys()].sort((a, b) => values[a]! - values[b]!);
  const result = new Float64Array(values.length);
  for (let from = 0; from < order.length;) {
    let to = from;
    while (to + 1 < order.length && values[order[to + 1]!] === values[order[from]!]) to++;
    for (let i = from; i <= to; i++) result[order[i]!] = (from + to) / 2 + 1;
    from = to + 1;
  }
  return result;
}

const isZero = (power: number): boolean => Math.abs(power) < 1e-12;

/** The log-likelihood of a normal sample at its own mean and variance, with the transform's own part. */
function profile(values: Float64Array, jacobian: number): number {
  const n = values.length;
  const mean = values.reduce((sum, value) => sum + value, 0) / n;
  const variance = values.reduce((sum, value) => sum + (value - mean) * (value - mean), 0) / n;
  return -0.5 * n * Math.log(variance) + jacobian;
}

const GOLDEN = (Math.sqrt(5) - 1) / 2;
const POWERS = { from: -5, to: 5 };
const TOLERANCE = 1e-8;

/** The power with the largest value, by golden section (Kiefer 1953); the likelihood has one peak. */
function bestPower(likelihood: (power: number) => number): number {
  let { from, to } = POWERS;
  let low = to - GOLDEN * (to - from);
  let high = from + GOLDEN * (to - from);
  let atLow = likelihood(low);
  let atHigh = likelihood(high);
  while (to - from > TOLERANCE) {
    if (atLow >= atHigh) {
      to = high;
      high = low;
      atHigh = atLow;
      low = to - GOLDEN * (to - from);
      atLow = likelihood(low);
    } else {
      from = low;
      low = high;
      atLow = atHigh;
      high = from + GOLDEN * (to - from);
      atHigh = likelihood(high);
    }
  }
  return (from + to) / 2;
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
