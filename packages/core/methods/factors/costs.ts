import type { Matrix } from '../../algebra/matrix';
import { quietHost, stretch, type Host } from '../../host';
import { leadCounts, POORLY_HELD, THIN } from '../leading';
import { rotateLoadings, type RotationSettings } from '../../rotation/rotateLoadings';
import { extract, mostFactors } from './extract';
import { ranAway, type ExtractionName } from './extraction';
import { residualsOf } from './fit';

/** What so many factors would cost; NaN, and not converged, where they cannot be had. */
export interface FactorCost {
  readonly factors: number;
  /** Measures whose communality is under .4. */
  readonly poorlyHeld: number;
  /** Factors that lead fewer than three measures. */
  readonly thin: number;
  /** The share of residual correlations beyond ±.05. */
  readonly beyond: number;
  readonly heywood: number;
  readonly converged: boolean;
}

/** Of a number whose factors cannot be had. */
const lost = (factors: number): FactorCost => ({
  factors,
  poorlyHeld: NaN,
  thin: NaN,
  beyond: NaN,
  heywood: NaN,
  converged: false,
});

/**
 * What one factor, two, and so on to a number would cost, so that too many are seen before they are chosen.
 *
 * @param most the largest number that is of interest; so many measures may allow fewer
 */
export function factorCosts(
  correlations: Matrix,
  most: number,
  by: ExtractionName,
  rotation: RotationSettings,
  host: Host = quietHost,
): FactorCost[] {
  const upTo = Math.min(most, mostFactors(correlations.rows));
  return Array.from({ length: upTo }, (_, index) => {
    const part = stretch(host, index / upTo, (index + 1) / upTo);
    const found = extract(correlations, index + 1, by, part);
    if (ranAway(found)) return lost(index + 1);
    const { pattern, phi, converged } = rotateLoadings(found.loadings, rotation, part);
    return {
      factors: index + 1,
      poorlyHeld: found.communalities.filter(value => value < POORLY_HELD).length,
      thin: leadCounts(pattern).filter(count => count < THIN).length,
      beyond: residualsOf(correlations, pattern, phi).beyond,
      heywood: found.heywood.length,
      converged: found.converged && converged,
    };
  });
}
