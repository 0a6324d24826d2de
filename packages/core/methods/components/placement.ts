import type { Placement } from '../placement';
import type { Components } from './components';

/** Where kept components place rows. Their shares overlap where dimensions are oblique, and are none then. */
export function componentsPlacement(components: Components): Placement {
  const { rows, scores, placedRows, placedScores, weights, counts, heldBy, rotation } = components;
  return {
    rows,
    at: scores,
    placedRows,
    placedAt: placedScores,
    weights,
    counts,
    shares: rotation !== null && rotation.phi !== null ? null : heldBy,
    structure: { measures: components.measures, correlations: components.correlations },
  };
}
