import type { Scored, ScoredAnew, ScoredBy } from '../outcome';
import { mostFactors } from './extract';
import { factors, type Factors, type FactorsAsked } from './factors';
import { scoresOf } from './scores';

/** Factors as what foretells a column sees them. @throws Problem where they have no scores */
export function factorsScored(made: Factors): ScoredBy {
  const { measures, centres, units } = made;
  const { coefficients } = scoresOf(made);
  return { ...scoredOf(made), measures, coefficients, centres, units };
}

/** One factor, two, and so on of other rows, unrotated: all together they foretell the same. */
export const factorsAnew =
  (asked: FactorsAsked): ScoredAnew =>
  (part, without, kept) => {
    const measures = part.measures.filter(measure => !without.includes(measure)).length;
    const rotation = { ...asked.rotation, method: 'none' as const };
    return Array.from({ length: Math.min(kept, mostFactors(measures)) }, (_, index) =>
      scoredOf(factors(part, without, { ...asked, rotation, factors: index + 1 })),
    );
  };

function scoredOf({ rows, rowScores, placedRows, placedScores }: Factors): Scored {
  return { kept: rowScores.columns, rows, scores: rowScores, placedRows, placedScores };
}
