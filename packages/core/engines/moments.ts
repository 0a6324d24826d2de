import type { Matrix } from '../algebra/matrix';

/** Moments of the rows of a group. */
export interface GroupMoments {
  /** Null for rows without an entry of the label. */
  readonly level: string | null;
  readonly n: number;
  readonly total: number;
  readonly means: Float64Array;
  /** Σ w (x − mean of the group)(y − mean of the group), in the units of the whole. */
  readonly products: Matrix;
}

/** What components, factors and discriminant axes need of a table, over the rows that have all measures. */
export interface WholeMoments {
  readonly measures: readonly string[];
  /** All rows of the table at that time, whether they count or not. */
  readonly rows: number;
  readonly n: number;
  /** Σ w, n where there are no weights. */
  readonly total: number;
  readonly means: Float64Array;
  readonly least: Float64Array;
  readonly most: Float64Array;
  /** The range of each measure, so that no square of a spread over- or underflows; 1 where nothing varies. */
  readonly units: Float64Array;
  /** Σ w (x − mean)(y − mean), measures × measures, in these units. */
  readonly products: Matrix;
  /** By level, where groups were asked for. */
  readonly groups: readonly GroupMoments[] | null;
}
