import { normalQuantile } from '../algebra/normalQuantile';
import { Problem } from '../problem';
import { orderOf } from '../table/order';
import { boxCox, fitBoxCox, fitYeoJohnson, yeoJohnson } from './power';

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
  if (transform === 'box-cox' || transform === 'yeo-johnson') {
    const fitted = (transform === 'box-cox' ? fitBoxCox : fitYeoJohnson)(values);
    return { ...fitted, apply: functionOf(transform, fitted.power) };
  }
  const apply = functionOf(transform, 1);
  const transformed = new Float64Array(values.length);
  for (let i = 0; i < values.length; i++) transformed[i] = apply(values[i]!);
  return { values: transformed, power: null, apply };
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
  const order = orderOf(values);
  // Only where there are rows to be placed.
  let sorted: Float64Array | null = null;
  const score = (rank: number) =>
    transform === 'ranks' ? rank : normalQuantile((rank - 0.375) / (n + 0.25));
  const apply = (value: number) => {
    sorted ??= values.slice().sort();
    return score(Math.min(n, Math.max(1, rankIn(sorted, value))));
  };
  const ranked = ranksBy(order, values);
  return { values: transform === 'ranks' ? ranked : ranked.map(score), power: null, apply };
}

/** Ranks from 1; equal values share their mean rank. */
export function ranks(values: Float64Array): Float64Array {
  return ranksBy(orderOf(values), values);
}

function ranksBy(order: Uint32Array, values: Float64Array): Float64Array {
  const n = values.length;
  const result = new Float64Array(n);
  for (let from = 0; from < n;) {
    const value = values[order[from]!]!;
    let to = from + 1;
    while (to < n && values[order[to]!] === value) to++;
    for (let k = from; k < to; k++) result[order[k]!] = (from + 1 + to) / 2;
    from = to;
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

/** How many of the sorted numbers lie below a value, or (with equal ones) not above it. */
function countBelow(sorted: Float64Array, value: number, withEqual: boolean): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (sorted[middle]! < value || (withEqual && sorted[middle] === value)) low = middle + 1;
    else high = middle;
  }
  return low;
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
