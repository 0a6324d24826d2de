import type { Matrix } from '../../algebra/matrix';
import { quietHost, type Host } from '../../host';
import { Problem } from '../../problem';
import type { Extraction, ExtractionName } from './extraction';
import { maximumLikelihood } from './maximumLikelihood';
import { minimumResidual } from './minimumResidual';
import { principalAxis } from './principalAxis';

const BY: Readonly<Record<ExtractionName, typeof principalAxis>> = {
  'principal-axis': principalAxis,
  'minimum-residual': minimumResidual,
  'maximum-likelihood': maximumLikelihood,
};

/** More measures than this take too long: each step solves as many equations. */
export const MOST_MEASURES = 600;

/** What is left to test a model of m factors of p measures with: ((p − m)² − (p + m)) / 2. */
export const degreesOfFreedom = (p: number, m: number): number => ((p - m) ** 2 - (p + m)) / 2;

/** The most factors that so many measures can tell apart. */
export function mostFactors(p: number): number {
  let m = 0;
  while (m + 1 < p && degreesOfFreedom(p, m + 1) >= 0) m++;
  return m;
}

/** @throws Problem where there are too many measures */
export function refuseMany(measures: number): void {
  if (measures <= MOST_MEASURES) return;
  throw new Problem(
    `common factors of ${measures.toLocaleString('en')} measures would take hours; they are found of ${MOST_MEASURES} at most`,
    'Leave measures out, in the word on which measures are reduced, or reduce them by components.',
  );
}

/**
 * Common factors of correlations.
 *
 * @param correlations p × p
 * @param m how many, one or more
 * @throws Problem where so few measures cannot tell so many factors apart, or the extraction cannot be had
 */
export function extract(
  correlations: Matrix,
  m: number,
  by: ExtractionName,
  host: Host = quietHost,
): Extraction {
  const p = correlations.rows;
  refuseMany(p);
  const most = mostFactors(p);
  if (most === 0) {
    throw new Problem(
      `${p === 1 ? 'one measure has' : `${p} measures have`} no common factor that could be told`,
      'Take three measures or more.',
    );
  }
  if (m > most) {
    throw new Problem(
      `${p} measures can tell ${most} factors apart, and not ${m}`,
      `Keep ${most} or fewer, or take more measures.`,
    );
  }
  return BY[by](correlations, m, host);
}
