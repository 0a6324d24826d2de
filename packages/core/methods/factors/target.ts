import { zeros, type Matrix } from '../../algebra/matrix';
import { Problem } from '../../problem';
import type { FactorRotation } from './settings';

/**
 * A target for loadings, p × m: a measure that is to lead on one factor has zeros on all others, and nothing is said of
 * the rest (Browne 1972).
 *
 * @throws Problem where that says too little to tell factors apart, or speaks of a factor that is not kept
 */
export function targetOf(
  target: FactorRotation['target'],
  measures: readonly string[],
  factors: number,
): Matrix {
  const far = target.find(({ factor, measure }) => factor > factors && measures.includes(measure));
  if (far !== undefined) {
    throw new Problem(
      `the target has ${far.measure} lead on factor ${far.factor}, and ${factors} are kept`,
      `Keep ${far.factor} factors, or say otherwise in the target.`,
    );
  }
  const result = zeros(measures.length, factors);
  result.values.fill(NaN);
  for (const { measure, factor } of target) {
    const j = measures.indexOf(measure);
    if (j < 0) continue;
    for (let d = 0; d < factors; d++) if (d !== factor - 1) result.values[d * measures.length + j] = 0;
  }
  for (let d = 0; d < factors; d++) {
    const column = result.values.subarray(d * measures.length, (d + 1) * measures.length);
    const zerosThere = column.filter(value => value === 0).length;
    if (zerosThere >= factors - 1) continue;
    throw new Problem(
      `the target has too few measures that do not belong to factor ${d + 1}: ${zerosThere} of ${factors - 1} at least`,
      'Say of more measures, in the word on rotation, on which factor each is to lead.',
    );
  }
  return result;
}
