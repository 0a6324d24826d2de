import type { CrossTable } from '../../table/crossTable';
/** How well axes tell the groups: each row is told to be of the group that it is most likely of. */
export interface Told {
  readonly levels: readonly string[];
  /** The rows that the axes were found from, told by these. */
  readonly apparent: Confusions;
  /** Each row told by axes that were found without it; null where the others allow none. */
  readonly heldOut: Confusions | null;
  /** The share that is right where all rows are told to be of the largest group. */
  readonly chance: number;
  /** Parts that were held out in turn. */
  readonly folds: number;
  /** Whether measures were treated and scaled anew without the rows held out. */
  readonly anew: boolean;
  /** For each row of the axes: the group that it is told to be of, how likely that is, and the same where it is held out. */
  readonly as: Uint32Array;
  readonly likely: Float64Array;
  /** −1 where it is not told. */
  readonly heldOutAs: Int32Array;
  /** Rows of no group, or only placed. */
  readonly placed: PlacedTold;
}

/** Rows that are told and had no say in the axes. */
export interface PlacedTold {
  readonly rows: Uint32Array;
  readonly as: Uint32Array;
  readonly likely: Float64Array;
  /** The share of rows held out that lie as far from the nearest group's mean, or farther; of normal groups where none is. */
  readonly usual: Float64Array;
}

export interface Confusions {
  /** Groups × groups that they are told to be. */
  readonly table: CrossTable;
  /** The share that is told right, of all and of each group. */
  readonly right: number;
  readonly ofEach: Float64Array;
}

/** A row as far out as fewer of the rows held out are is like no group. */
export const UNLIKE_GROUPS = 0.01;
