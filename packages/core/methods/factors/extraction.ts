import type { Matrix } from '../../algebra/matrix';

export const EXTRACTIONS = ['principal-axis', 'minimum-residual', 'maximum-likelihood'] as const;

/** How common factors are found in correlations. */
export type ExtractionName = (typeof EXTRACTIONS)[number];

/** A communality beyond this is no improper value any more, but one that grows without bound. */
const RUN_AWAY = 10;

/** Whether an extraction ran away: its residuals get smaller the larger a communality grows, without an end. */
export const ranAway = ({ communalities }: Pick<Extraction, 'communalities'>): boolean =>
  communalities.some(value => !(value <= RUN_AWAY));

/** Common factors of correlations, not rotated. */
export interface Extraction {
  /** p × m: correlations of the measures with the factors, whose signs carry no meaning. */
  readonly loadings: Matrix;
  /** Σ of a measure's squared loadings: the share of its variance that the factors hold. */
  readonly communalities: Float64Array;
  /** 1 − communality. */
  readonly uniquenesses: Float64Array;
  /** Measures whose communality is 1 or more (Heywood 1931), or whose uniqueness was stopped at its least. */
  readonly heywood: readonly number[];
  /** Eigenvalues of the correlations with the communalities on their diagonal, descending. */
  readonly reducedEigenvalues: Float64Array;
  readonly iterations: number;
  readonly converged: boolean;
}
