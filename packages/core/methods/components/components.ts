import type { Matrix } from '../../algebra/matrix';
import type { RotationMade } from './rotation';

/**
 * How many dimensions to keep: a number, as many as have an eigenvalue above average, as many as stand above random data of
 * the same size where that can be told, or as many as hold a share of all variance, where it is asked for fewer than there
 * are, so that something is reduced.
 */
export type Keep = number | 'above-average' | 'parallel' | KeptShare;

export interface KeptShare {
  readonly share: number;
  readonly fewer?: true | undefined;
}

/** The dimensions that are kept, and what they say of columns and rows. */
export interface Components {
  readonly measures: readonly string[];
  /** Rows that were used, as indices into the table: row i of the scores is row `rows[i]` of the table. */
  readonly rows: Uint32Array;
  /** A weight per row used, or null where all are 1. */
  readonly weights: Float64Array | null;
  /** Whether these are counts. */
  readonly counts: boolean;
  readonly kept: number;
  /** What was left out or cut back to arrive at `kept`, or null. */
  readonly note: string | null;
  readonly eigenvalues: Float64Array;
  readonly shares: Float64Array;
  /** The mean variance of the dimensions that there can be. */
  readonly average: number;
  /** Variance of each kept dimension: its eigenvalue or, where it is rotated, its sum of squared structure loadings. */
  readonly variances: Float64Array;
  /** The same as shares of all variance. Those of oblique dimensions overlap. */
  readonly heldBy: Float64Array;
  /** Standard deviations of the measures as they were decomposed. */
  readonly sds: Float64Array;
  /** What was taken off each treated measure, and what it was divided by then. */
  readonly means: Float64Array;
  readonly divisors: Float64Array;
  /** What rotation made of the dimensions; null where they stand as they were found. */
  readonly rotation: RotationMade | null;
  /** p × kept: the recipe of a score. v, or what gives rotated scores. */
  readonly coefficients: Matrix;
  /** v √λ, or these rotated, p × kept: the pattern. On measures of unit variance and uncorrelated dimensions correlations. */
  readonly loadings: Matrix;
  /** Covariances of measures with standardised dimensions; the loadings, but where dimensions are oblique. */
  readonly structure: Matrix;
  /** Structure over the measure's standard deviation: correlations of measures with dimensions, whatever the scale. */
  readonly correlations: Matrix;
  /** Share of each measure's variance that the kept dimensions hold together: Σ loading² / variance. */
  readonly communalities: Float64Array;
  /** Share of the pairs of measures whose correlation is missed by more than .05; null where they are too many to tell. */
  readonly residualShare: number | null;
  /** Rows used × kept: the prepared values times the coefficients. Their variance is λ, or 1 where they are rotated. */
  readonly scores: Matrix;
  /** Rows that are placed and not used, and their scores. */
  readonly placedRows: Uint32Array;
  readonly placedScores: Matrix;
}
