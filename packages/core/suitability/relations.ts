import { columnOf } from '../algebra/matrix';
import { Problem } from '../problem';
import type { Prepared } from '../preparation/prepare';

export interface Relation {
  readonly measure: string;
  readonly correlation: number;
}

/**
 * Pearson's correlations of one prepared measure with all others, over the rows used and with their weights, strongest
 * in size first.
 *
 * @throws Problem when the measure is not among the prepared ones
 */
export function relations(prepared: Prepared, measure: string): Relation[] {
  const index = prepared.measures.indexOf(measure);
  if (index < 0) {
    throw new Problem(
      'the measure is not in use',
      'Give it the role measure in Table.',
      `column “${measure}”`,
    );
  }
  return prepared.measures
    .map((name, j) => ({ measure: name, correlation: correlationOf(prepared, index, j) }))
    .filter((_, j) => j !== index)
    .sort((a, b) => Math.abs(b.correlation) - Math.abs(a.correlation));
}

/** Pearson's correlation of two prepared measures; over the rows that have both where gaps are kept. */
export function correlationOf(prepared: Prepared, a: number, b: number): number {
  const { weights, divisor, given } = prepared;
  const sd = (j: number) => prepared.sds[j]! / prepared.divisors[j]!;
  if (given !== null) return given.values[a * given.rows + b]! / (sd(a) * sd(b));
  const [x, y] = [columnOf(prepared.values, a), columnOf(prepared.values, b)];
  if (prepared.gaps > 0 || prepared.scale === 'none') return pairwise(x, y, weights);
  let sum = 0;
  for (let i = 0; i < x.length; i++) sum += (weights === null ? 1 : weights[i]!) * x[i]! * y[i]!;
  return sum / divisor / sd(a) / sd(b);
}

function pairwise(x: Float64Array, y: Float64Array, weights: Float64Array | null): number {
  let [total, sx, sy] = [0, 0, 0];
  x.forEach((value, i) => {
    if (Number.isNaN(value) || Number.isNaN(y[i]!)) return;
    const w = weights?.[i] ?? 1;
    total += w;
    sx += w * value;
    sy += w * y[i]!;
  });
  const [mx, my] = [sx / total, sy / total];
  let [xx, yy, xy] = [0, 0, 0];
  x.forEach((value, i) => {
    if (Number.isNaN(value) || Number.isNaN(y[i]!)) return;
    const w = weights?.[i] ?? 1;
    xx += w * (value - mx) * (value - mx);
    yy += w * (y[i]! - my) * (y[i]! - my);
    xy += w * (value - mx) * (y[i]! - my);
  });
  return xy / Math.sqrt(xx * yy);
}
