import type { Matrix } from '../algebra/matrix';

/**
 * Dimensions that were found, and how they are found again from the same rows where these weigh otherwise: all that
 * resamples, halves and rows left out need to know of any method.
 */
export interface DimensionsAnew {
  /** Rows that the dimensions are of, as indices into the table. */
  readonly rows: Uint32Array;
  /** A weight per row, or null where all are 1; and whether these are counts. */
  readonly weights: Float64Array | null;
  readonly counts: boolean;
  /** For each row the squared length of its prepared values: how much it may turn. */
  readonly lengths: Float64Array;
  readonly measures: readonly string[];
  /** Eigenvalues, descending. */
  readonly values: Float64Array;
  /** Measures × dimensions: what dimensions are compared by. */
  readonly loadings: Matrix;
  /** Whether the dimensions have no order of their own and are found again unrotated, so that they have to be turned. */
  readonly turns: boolean;
  /** Whether they may correlate, so that what is turned onto them may too. */
  readonly oblique: boolean;
  /** Multiplications that finding them again takes, about. */
  readonly work: number;
  /**
   * Finds them again.
   *
   * @param times how often each row counts, its weight included
   * @param turned whether they will be turned onto those found, and need no rotation of their own
   * @returns null where there are none, as where a measure does not vary
   */
  readonly again: (times: Float64Array, turned: boolean) => FoundAgain | null;
}

/** Dimensions found again, before they are laid on the first ones. */
export interface FoundAgain {
  readonly values: Float64Array;
  /** Measures × as many dimensions as were found. */
  readonly loadings: Matrix;
  /** Whether a communality is 1 or more (Heywood 1931). */
  readonly improper: boolean;
  /**
   * Where all rows lie on them, as maps show them, rows × dimensions; null where they have no scores.
   *
   * @param laid the loadings as they are laid on the first ones
   * @param by what was multiplied with from the right to lay them so
   */
  readonly places: (laid: Matrix, by: Matrix) => Matrix | null;
}
