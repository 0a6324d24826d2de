import type { Factors } from '@wold/core/methods/factors/factors';
import { columnOf } from '@wold/core/algebra/matrix';

/** The standard deviation of each factor's scores over the rows that have them. */
export function spreadOfScores({ rowScores, weights }: Factors): number[] {
  return Array.from({ length: rowScores.columns }, (_, d) => {
    let [sum, squares, many] = [0, 0, 0];
    columnOf(rowScores, d).forEach((score, i) => {
      if (Number.isNaN(score)) return;
      const weight = weights?.[i] ?? 1;
      sum += weight * score;
      squares += weight * score * score;
      many += weight;
    });
    return Math.sqrt(Math.max(0, squares / many - (sum / many) ** 2)) || 1;
  });
}
