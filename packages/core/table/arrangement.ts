import type { ColumnType } from './columnType';
import type { MadeColumn } from './makeColumn';

/** How the entries of a column are to be understood, where that is not as they were read. */
export interface ColumnArrangement {
  readonly name: string;
  /** What its file calls it, where that is not its name. */
  readonly heading?: string | undefined;
  readonly type?: ColumnType | undefined;
  /** The entries that stand for a missing one; those found in reading where this is left out. */
  readonly missing?: readonly string[] | undefined;
  /** Numbers for entries that are none: "<0.1" may stand for 0.05. */
  readonly values?: readonly { readonly entry: string; readonly number: number }[] | undefined;
  /** Levels in their order. */
  readonly order?: readonly string[] | undefined;
}

/** What is made of a table's columns before anything is computed from them. Rows stay as they are. */
export interface Arrangement {
  readonly columns: readonly ColumnArrangement[];
  readonly made: readonly MadeColumn[];
  /** Columns of scores that were put beside the others, in their order. */
  readonly scores?: readonly ScoreColumn[] | undefined;
}

/** A column that holds the scores of a dimension. */
export interface ScoreColumn {
  readonly name: string;
  /** Counted from 1. */
  readonly dimension: number;
  /** By what the dimension is found again, where that is not by its number. */
  readonly profile?: readonly { readonly measure: string; readonly correlation: number }[] | undefined;
  /** What the dimensions depend on, as the recipe asks for them. */
  readonly request: object;
}
