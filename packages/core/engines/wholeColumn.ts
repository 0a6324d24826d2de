/** What an engine's own sums tell of a column, over all rows. */
export interface WholeColumn {
  readonly name: string;
  /** Entries that are there; numbers without an end are not. */
  readonly present: number;
  readonly missing: number;
  /** Of numbers; null where there is none. */
  readonly numbers: {
    readonly mean: number;
    /** Divisor n − 1; NaN for fewer than two. */
    readonly sd: number;
    readonly least: number;
    readonly most: number;
    readonly histogram: { readonly from: number; readonly to: number; readonly counts: readonly number[] };
  } | null;
  /** Different entries, about; null where the engine does not know. */
  readonly distinct: number | null;
  /** The commonest entries, most first; null where they were not counted. */
  readonly commonest: readonly { readonly level: string; readonly count: number }[] | null;
}
