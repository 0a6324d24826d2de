import type { Matrix } from '../algebra/matrix';

/** Where a reduction places rows: all that map, columns of scores and trust need to know of any method. */
export interface Placement {
  /** Rows of the table that were used: row i of `at` is row `rows[i]`. */
  readonly rows: Uint32Array;
  /** Rows used × dimensions. */
  readonly at: Matrix;
  /** Rows that are placed and not used, and where. */
  readonly placedRows: Uint32Array;
  readonly placedAt: Matrix;
  /** A weight per row used, or null where all are 1; and whether these are counts. */
  readonly weights: Float64Array | null;
  readonly counts: boolean;
  /** What each dimension holds of all variance, where that has a meaning. */
  readonly shares: Float64Array | null;
  /** The measures against the dimensions, columns × dimensions, where that has a meaning. */
  readonly structure: { readonly measures: readonly string[]; readonly correlations: Matrix } | null;
}

/** Rows that are only placed, and where. */
export interface PlacedRows {
  /** Rows of the table. */
  readonly rows: Uint32Array;
  readonly at: Matrix;
}

/** A placement with rows that other work has placed. */
export const withPlaced = (placement: Placement, { rows, at }: PlacedRows): Placement => ({
  ...placement,
  placedRows: rows,
  placedAt: at,
});
