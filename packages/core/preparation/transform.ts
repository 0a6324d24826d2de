import { normalQuantile } from '../algebra/normalQuantile';
import { Problem } from '../problem';
import { weightOf, type Weights } from '../table/moments';
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
  /** The fitted power, where the transform has one; the number it is taken about, and whether it stands at its bound. */
  readonly power: number | null;
  readonly centre: number | null;
  readonly atBound: boolean;
  /** The same transform of another number. */
  readonly apply: (value: number) => number;
}

/** A column and its rows, to be named where it cannot be transformed. */
export interface ColumnRows {
  readonly name: string;
  /** Row of the table of each value. */
  readonly rows: Uint32Array;
}

/**
 * Transforms the values of a column, none of them missing.
 *
 * @param weights how often each value counts where powers and ranks are found, or null where each does once
 * @throws Problem naming the first row whose value the transform is not defined for
 */
export function transformColumn(
  values: Float64Array,
  transform: ColumnTransform,
  column: ColumnRows,
  weights: Weights = null,
): Transformed {
  refuseOutside(values, transform, column);
  if (transform === 'ranks' || transform === 'normal-scores') return byOrder(values, transform, weights);
  if (transform === 'box-cox' || transform === 'yeo-johnson') {
    const [fit, of] = transform === 'box-cox' ? [fitBoxCox, boxCox] : [fitYeoJohnson, yeoJohnson];
    const fitted = fit(values, weights);
    return { ...fitted, apply: value => of(value, fitted.power, fitted.centre) };
  }
  const apply = functionOf(transform);
  const transformed = new Float64Array(values.length);
  for (let i = 0; i < values.length; i++) transformed[i] = apply(values[i]!);
  return { values: transformed, power: null, centre: null, atBound: false, apply };
}

/** A transform as it was fitted to some numbers, for others; null where it goes by the order of those. */
export function fittedFunction({
  transform,
  power,
  centre,
}: {
  readonly transform: ColumnTransform;
  readonly power: number | null;
  readonly centre: number | null;
}): ((value: number) => number) | null {
  if (transform === 'ranks' || transform === 'normal-scores') return null;
  if (power === null || centre === null) return functionOf(transform);
  const of = transform === 'box-cox' ? boxCox : yeoJohnson;
  return value => of(value, power, centre);
}

/** @throws Problem naming the first row whose value the transform is not defined for */
export function refuseOutside(values: Float64Array, transform: ColumnTransform, column: ColumnRows): void {
  switch (transform) {
    case 'log':
      return need(values, value => value > 0, 'the logarithm needs positive numbers', column);
    case 'log1p':
      return need(values, value => value > -1, 'log(1 + x) needs numbers above −1', column);
    case 'square-root':
      return need(values, value => value >= 0, 'the square root needs numbers from 0', column);
    case 'box-cox':
      return need(values, value => value > 0, 'the Box–Cox power needs positive numbers', column);
  }
}

function functionOf(transform: ColumnTransform): (value: number) => number {
  switch (transform) {
    case 'log':
      return Math.log;
    case 'log1p':
      return Math.log1p;
    case 'square-root':
      return Math.sqrt;
    default:
      return value => value;
  }
}

/** Ranks, or the normal quantiles at (rank − 3/8) / (n + 1/4) (Blom 1958); another number ranks among the values. */
function byOrder(values: Float64Array, transform: 'ranks' | 'normal-scores', weights: Weights): Transformed {
  const n = weightOf(values, weights);
  const score = (rank: number) =>
    transform === 'ranks' ? rank : normalQuantile((rank - 0.375) / (n + 0.25));
  const steps = rankSteps(values, weights);
  const apply = (value: number) => score(Math.min(n, Math.max(1, rankAmong(steps, value))));
  const ranked = ranks(values, weights);
  return {
    values: transform === 'ranks' ? ranked : ranked.map(score),
    power: null,
    centre: null,
    atBound: false,
    apply,
  };
}

/** Ranks from 1 among numbers that stand as often as they weigh; equal values share their mean rank. */
export function ranks(values: Float64Array, weights: Weights = null): Float64Array {
  const n = values.length;
  const order = orderOf(values);
  const result = new Float64Array(n);
  let before = 0;
  for (let from = 0; from < n;) {
    const value = values[order[from]!]!;
    let own = 0;
    let to = from;
    for (; to < n && values[order[to]!] === value; to++) own += weights === null ? 1 : weights[order[to]!]!;
    for (let k = from; k < to; k++) result[order[k]!] = before + (own + 1) / 2;
    before += own;
    from = to;
  }
  return result;
}

/** Distinct numbers, ascending, with how often they stand together up to each. */
interface RankSteps {
  readonly values: readonly number[];
  readonly upTo: readonly number[];
}

/** Made where it is first asked for: only where there are rows to be placed. */
function rankSteps(numbers: Float64Array, weights: Weights): () => RankSteps {
  let made: RankSteps | null = null;
  return () => {
    if (made !== null) return made;
    const values: number[] = [];
    const upTo: number[] = [];
    let sum = 0;
    for (const place of orderOf(numbers)) {
      sum += weights === null ? 1 : weights[place]!;
      if (values.at(-1) !== numbers[place]) {
        values.push(numbers[place]!);
        upTo.push(sum);
      } else upTo[upTo.length - 1] = sum;
    }
    return (made = { values, upTo });
  };
}

/** The mean rank of a value among those of the steps; half a rank above those below it where it is none of them. */
function rankAmong(steps: () => RankSteps, value: number): number {
  const { values, upTo } = steps();
  let low = 0;
  let high = values.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (values[middle]! < value) low = middle + 1;
    else high = middle;
  }
  const below = low === 0 ? 0 : upTo[low - 1]!;
  return values[low] === value ? below + (upTo[low]! - below + 1) / 2 : below + 0.5;
}

function need(
  values: Float64Array,
  holds: (value: number) => boolean,
  what: string,
  { name, rows }: ColumnRows,
): void {
  const index = values.findIndex(value => !holds(value));
  if (index < 0) return;
  throw new Problem(
    `${what}, and this is ${values[index]}`,
    'Choose another transform for this column, or correct or set aside the row.',
    `column “${name}”, row ${rows[index]! + 1}`,
  );
}
