import type { Matrix } from '../../algebra/matrix';

/** Axes along which groups lie farthest apart for their spread within, and what they say of columns and rows. */
export interface Discriminant {
  readonly label: string;
  /** The groups, and the rows of each or how many they stand for. */
  readonly levels: readonly string[];
  readonly sizes: Float64Array;
  readonly measures: readonly string[];
  /** Rows that have a group, as indices into the table: row i of the scores is row `rows[i]` of the table. */
  readonly rows: Uint32Array;
  /** The group of each, as a place among the levels. */
  readonly group: Uint32Array;
  /** A weight per row, or null where all are 1; and whether these are counts. */
  readonly weights: Float64Array | null;
  readonly counts: boolean;
  readonly kept: number;
  /** What was cut back to arrive at `kept`, or null. */
  readonly note: string | null;
  /** For every axis that there is, descending: squares between the groups over squares within them. */
  readonly eigenvalues: Float64Array;
  /** The same as shares of all that parts the groups. */
  readonly shares: Float64Array;
  /** Correlations of the axes with the label: √(λ / (1 + λ)). */
  readonly canonical: Float64Array;
  /** What is left beyond so many axes, by Bartlett's test (1947); null where the covariance was shrunk. */
  readonly tests: readonly AxesTest[] | null;
  /** Whether the within-group covariance has no inverse of its own. */
  readonly singular: boolean;
  /** The share by which it was drawn towards equal variances; 0 where it stands as it is. */
  readonly shrunk: number;
  /** What was taken off each treated measure, and what it was divided by then. */
  readonly means: Float64Array;
  readonly divisors: Float64Array;
  /** p × kept: what the prepared measures are multiplied by, and what is taken off each score then. */
  readonly coefficients: Matrix;
  readonly origin: Float64Array;
  /** The same per standard deviation within the groups. */
  readonly standardised: Matrix;
  /** Correlations of measures with axes, within the groups; NaN for a measure that does not vary there. */
  readonly structure: Matrix;
  /** The same over all rows that have a group. */
  readonly correlations: Matrix;
  /** Levels × kept: the groups' means on the axes. */
  readonly centres: Matrix;
  /** Rows × kept: about 0, and of unit covariance within the groups, as this was taken. */
  readonly scores: Matrix;
  /** Rows without a group, or only placed, and their scores. */
  readonly placedRows: Uint32Array;
  readonly placedScores: Matrix;
}

/** Whether axes beyond the first so many part the groups. */
export interface AxesTest {
  readonly beyond: number;
  /** The product of 1 / (1 + λ) over them (Wilks 1932). */
  readonly lambda: number;
  readonly chiSquare: number;
  readonly df: number;
  readonly p: number;
}
