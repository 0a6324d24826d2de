import { Problem } from '../problem';
import type { Dialect } from './dialect';
import type { EngineColumn } from './engineColumn';

/** A statement's rows, entry by entry in the order of its columns; counts may be bigint or text. */
export type EngineRows = readonly (readonly unknown[])[];

/** An engine that holds a table, as it is asked. */
export interface Engine {
  readonly dialect: Dialect;
  /** What stands for the table after “from”. */
  readonly from: string;
  readonly columns: readonly EngineColumn[];
  /** Different entries of columns as far as the engine keeps them, where it does not count them. */
  readonly distinct?: ReadonlyMap<string, number>;
  /**
   * @param progress told how far a statement is, from 0 to 1, by an engine that knows
   * @throws Problem where the engine refuses, takes longer than it may, or is stopped
   */
  readonly ask: (statement: string, progress?: (done: number) => void) => Promise<EngineRows>;
  /**
   * Rows of doubles, block by block, where reading them costs less than the engine's own sums.
   *
   * @param each a block's columns and its number of rows, which are there only until it returns
   */
  readonly read?: (
    statement: string,
    each: (columns: readonly Float64Array[], rows: number) => void,
  ) => Promise<void>;
  readonly close: () => Promise<void>;
}

/** The column of that name that holds numbers. @throws Problem where there is none */
export function numberColumn(
  { columns, from }: Pick<Engine, 'columns' | 'from'>,
  name: string,
): EngineColumn {
  const found = columns.find(column => column.name === name);
  if (found?.isNumber === true) return found;
  throw new Problem(
    found === undefined ? 'the table has no such column' : 'it holds no numbers',
    'Check the recipe’s columns against the table.',
    `${from}, column “${name}”`,
  );
}

/** A number out of an engine's answer; NaN for none. */
export const numberOf = (value: unknown): number =>
  value === null || value === undefined ? NaN : Number(value);
