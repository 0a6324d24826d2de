import type { PreparedRows } from '../../preparation/prepared';
import type { Scored, ScoredAnew, ScoredBy } from '../outcome';
import type { Components } from './components';
import { decompose } from './decompose';
import { keepComponents } from './keepComponents';

/** Components as what foretells a column sees them. */
export function componentsScored(made: Components): ScoredBy {
  const { measures, coefficients, means, divisors } = made;
  return { ...scoredOf(made, made.kept), measures, coefficients, centres: means, units: divisors };
}

/** Components of other rows, unrotated: they foretell the same. */
export const componentsAnew: ScoredAnew = (part: PreparedRows, without, kept) => {
  const decomposition = decompose(part, without);
  const found = decomposition.eigenvalues.reduce((count, value) => count + Number(value > 0), 0);
  const own = keepComponents(part, decomposition, Math.min(kept, found));
  return Array.from({ length: own.kept }, (_, index) => scoredOf(own, index + 1));
};

function scoredOf({ rows, scores, placedRows, placedScores }: Components, kept: number): Scored {
  return { kept, rows, scores, placedRows, placedScores };
}
