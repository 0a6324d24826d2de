import type { Matrix } from '../../algebra/matrix';
import { quietHost, stretch, type Host } from '../../host';
import { Problem, problemData, type ProblemData } from '../../problem';
import { phiOf, rearranged, sumOfSquares } from '../../rotation/arranged';
import { columnOf } from '../../algebra/matrix';
import { rotateLoadings, type RotatedLoadings, type RotationSettings } from '../../rotation/rotateLoadings';
import { leadingDimensions } from '../leading';
import { extract } from './extract';
import { ranAway, type Extraction, type ExtractionName } from './extraction';
import { fitOf, residualsOf, type Fit, type Residuals } from './fit';
import { reliability, type Reliability } from './reliability';
import { scoring, type Scores, type Scoring } from './scores';

export interface FactorSettings {
  readonly factors: number;
  readonly extraction: ExtractionName;
  readonly rotation: RotationSettings;
  readonly scoring: Scoring;
  /** For each rotated factor, by its structure (p × m), −1 where it is to be turned; those as they are without it. */
  readonly signs?: (structure: Matrix) => readonly number[];
}

/** Common factors of correlations, rotated, with all that is told of them. */
export interface CommonFactors extends Omit<Extraction, 'loadings' | 'iterations' | 'converged'> {
  readonly extraction: Pick<Extraction, 'iterations' | 'converged'>;
  readonly rotated: RotatedLoadings;
  /**
   * Σ of each factor's squared structure loadings. Those of correlated factors overlap, and do not add up to what all
   * factors hold.
   */
  readonly structureSquares: Float64Array;
  /** Σ of the communalities by the number of measures: what all factors hold together. */
  readonly jointShare: number;
  readonly residuals: Residuals;
  /** Null where n is not known, or where correlations or their model have no inverse. */
  readonly fit: Fit | null;
  /** Or why there are none. */
  readonly scores: Scores | ProblemData;
  /** Of the measures that lead on each factor. */
  readonly reliabilities: readonly Reliability[];
}

/**
 * Common factors of correlations: extracted, rotated, tested and scored.
 *
 * @param correlations p × p, without negative eigenvalues
 * @param covariances of the measures, by which sums of them are made; their correlations for standardised ones
 * @param n rows that they are of; null where that is not known
 * @throws Problem where the factors cannot be had
 */
export function commonFactors(
  correlations: Matrix,
  covariances: Matrix,
  n: number | null,
  settings: FactorSettings,
  host: Host = quietHost,
): CommonFactors {
  const { factors, extraction: by, rotation } = settings;
  const { loadings, iterations, converged, ...found } = extract(
    correlations,
    factors,
    by,
    stretch(host, 0, 0.5),
  );
  if (ranAway(found)) {
    throw new Problem(
      `the extraction runs away: the larger a communality grows, the smaller the residuals, without an end (${factors} factors of ${correlations.rows} measures)`,
      'Set aside a measure that others nearly make up (question 3 names them), keep fewer factors, or extract by maximum likelihood, which keeps uniquenesses above 0.',
    );
  }
  const rotated = turned(rotateLoadings(loadings, rotation, stretch(host, 0.5, 1)), settings.signs);
  const { pattern, structure, phi } = rotated;
  const residuals = residualsOf(correlations, pattern, phi);
  const { uniquenesses, communalities } = found;
  return {
    ...found,
    extraction: { iterations, converged },
    rotated,
    structureSquares: Float64Array.from({ length: factors }, (_, d) => sumOfSquares(columnOf(structure, d))),
    jointShare: communalities.reduce((sum, value) => sum + value, 0) / correlations.rows,
    residuals,
    fit: n === null ? null : fitOf(correlations, residuals, factors, n),
    scores: scoresOrWhyNot(correlations, { pattern, phi, uniquenesses }, settings.scoring),
    reliabilities: ofLeadingItems(covariances, pattern),
  };
}

/** Factors with some of their signs turned. */
function turned(rotated: RotatedLoadings, signsOf: FactorSettings['signs']): RotatedLoadings {
  if (signsOf === undefined) return rotated;
  const { pattern, structure, phi } = rotated;
  const signs = signsOf(structure);
  const order = [...signs.keys()];
  return {
    ...rotated,
    pattern: rearranged(pattern, order, signs),
    structure: rearranged(structure, order, signs),
    phi: phiOf(phi, order, signs),
  };
}

function scoresOrWhyNot(...asked: Parameters<typeof scoring>): Scores | ProblemData {
  try {
    return scoring(...asked);
  } catch (thrown) {
    return problemData(thrown);
  }
}

function ofLeadingItems(covariances: Matrix, pattern: Matrix): Reliability[] {
  const leads = leadingDimensions(pattern);
  return Array.from({ length: pattern.columns }, (_, d) => {
    const items = [...leads.keys()].filter(j => leads[j] === d);
    const signs = items.map(j => (pattern.values[d * pattern.rows + j]! < 0 ? -1 : 1));
    return reliability(covariances, items, signs);
  });
}
