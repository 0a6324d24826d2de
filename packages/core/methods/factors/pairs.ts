import { entry } from '../../algebra/matrix';
import type { Factors } from './factors';

/** A pair of measures, as it correlates, as the factors have it, and what is left. */
export interface ResidualPair {
  readonly a: string;
  readonly b: string;
  readonly found: number;
  readonly reproduced: number;
  readonly residual: number;
}

/** All pairs of measures, the largest residual in size first. */
export function residualPairs({ measures, correlations, residuals }: Factors): ResidualPair[] {
  return measures
    .flatMap((b, j) =>
      measures.slice(0, j).map((a, i) => {
        const found = entry(correlations, i, j);
        const residual = entry(residuals.residuals, i, j);
        return { a, b, found, reproduced: found - residual, residual };
      }),
    )
    .sort((one, other) => Math.abs(other.residual) - Math.abs(one.residual));
}
