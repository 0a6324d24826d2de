import { columnOf } from '../algebra/matrix';
import { correlation } from '../algebra/correlation';
import { Problem } from '../problem';
import type { Prepared } from '../preparation/prepared';

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
  const sd = (j: number) => prepared.sds[j]! / prepared.divisors[j]!;
  if (prepared.kind === 'moments') {
    const { rows: p, values } = prepared.covariances;
    return values[a * p + b]! / (sd(a) * sd(b));
  }
  return correlation(columnOf(prepared.values, a), columnOf(prepared.values, b), prepared.weights);
}
