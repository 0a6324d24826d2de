import type { Matrix } from '../../algebra/matrix';
import type { Embedding } from './settings';

/** Rows laid out so that those that are near in the table are near each other. */
export interface NeighbourMap {
  readonly measures: readonly string[];
  /** Rows of the table that were used: row i of `at` is row `rows[i]`. */
  readonly rows: Uint32Array;
  /** Rows × dimensions, about the middle of the points. Rows that are the same lie on one point. */
  readonly at: Matrix;
  /** A weight per row, or null where all are 1, and whether these are counts. They have no say in where rows lie. */
  readonly weights: Float64Array | null;
  readonly counts: boolean;
  /** Rows that would be placed and not used: where they lie a map of neighbours does not say. */
  readonly notPlaced: number;
  readonly by: Embedding;
  /** Iterations or epochs done so far, and in all. */
  readonly done: number;
  readonly of: number;
  /** Every few iterations what is made small: KL divergence, or UMAP's cross-entropy a pair. */
  readonly loss: readonly { readonly after: number; readonly value: number }[];
  readonly graph: GraphFacts;
  /** What was done otherwise than asked, or null. */
  readonly note: string | null;
}

/** What is to be said of the neighbours that a map rests on. */
export interface GraphFacts {
  /** Distinct rows. */
  readonly points: number;
  /** Rows that are the same as another. */
  readonly copies: number;
  /** Neighbours found of each. */
  readonly found: number;
  /** Of the neighbours that there are, how many a sample shows to be found; null where all distances were looked at. */
  readonly recall: number | null;
  /** Leading components that distances were taken of, and what share of the variance they hold; null for all measures. */
  readonly leading: { readonly components: number; readonly share: number } | null;
  /** Pairs of rows that have no chain of neighbours between them part the rows into so many groups. */
  readonly parts: number;
}
