import type { Matrix } from '../../../algebra/matrix';
import type { Placing } from '../settings';

/** Rows that had no say in a map, where they lie on it. */
export interface PlacedOnMap {
  readonly by: Placing;
  /** Rows of the table, and their places, rows × dimensions. */
  readonly rows: Uint32Array;
  readonly at: Matrix;
  readonly heldOut: HeldOut;
}

/** Rows of the map placed as if they were new, beside where they are. */
export interface HeldOut {
  /** Rows of the table. */
  readonly rows: Uint32Array;
  readonly truth: Matrix;
  readonly placed: Matrix;
  /** How far they were placed from where they are: the mean and the median. */
  readonly error: number;
  readonly median: number;
  /** How far on the map a row is from its nearest in the table, on average. */
  readonly spread: number;
  /** Of so many nearest on the map, the share that is also nearest to where they were placed. */
  readonly k: number;
  readonly kept: number;
}
