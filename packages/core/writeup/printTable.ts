/** A cell of a printed table. */
export interface PrintCell {
  readonly text: string;
  /** Whether it is under a threshold, and printed grey. */
  readonly small?: boolean;
}

/** A table formatted for print. */
export interface PrintTable {
  /** One of its own within the report. */
  readonly key: string;
  readonly title: string;
  /** Heads of all columns, that of the names first. */
  readonly head: readonly string[];
  readonly lines: readonly {
    readonly name: string;
    /** What the codebook says of it; '' where nothing. */
    readonly wording?: string;
    readonly cells: readonly PrintCell[];
  }[];
  /** Sums and the like, below a line. */
  readonly foot?: readonly { readonly name: string; readonly cells: readonly PrintCell[] }[];
  readonly note: string;
  /** Words rather than numbers: columns of these, counted from 0 without the names, stand to the left. */
  readonly words?: readonly number[];
  readonly question: number;
}

export const cell = (text: string): PrintCell => ({ text });
