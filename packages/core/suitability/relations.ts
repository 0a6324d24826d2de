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
  const { weights, divisor } = prepared;
  const sd = (j: number) => prepared.sds[j]! / prepared.divisors[j]!;
  const x = columnOf(prepared.values, index);
  return prepared.measures
    .map((name, j) => {
      const y = columnOf(prepared.values, j);
      let sum = 0;
      for (let i = 0; i < x.length; i++) sum += (weights === null ? 1 : weights[i]!) * x[i]! * y[i]!;
      return { measure: name, correlation: sum / divisor / sd(index) / sd(j) };
    })
    .filter((_, j) => j !== index)
    .sort((a, b) => Math.abs(b.correlation) - Math.abs(a.correlation));
}
