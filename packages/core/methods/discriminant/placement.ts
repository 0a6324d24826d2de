import type { Placement } from '../placement';
import type { Discriminant } from './discriminant';

/** Where discriminant axes place rows. Their shares are those of what parts the groups, not of all variance. */
export const discriminantPlacement = (found: Discriminant): Placement => ({
  rows: found.rows,
  at: found.scores,
  placedRows: found.placedRows,
  placedAt: found.placedScores,
  weights: found.weights,
  counts: found.counts,
  shares: null,
  structure: { measures: found.measures, correlations: found.correlations },
});
