import { isMissing, numberAt } from './column';
import { findColumn, type Table } from './table';

/** Rows told by a column: those with some of its levels, or with a number within a range, ends included. */
export type Condition =
  | { readonly column: string; readonly levels: readonly string[] }
  | { readonly column: string; readonly from: number; readonly to: number };

/**
 * What tells whether a row meets a condition; a missing entry meets none, nor does any where the column is of another kind
 * or is not there. The column is looked up once, however many rows are asked about.
 */
export function rowTest(table: Table, condition: Condition): (row: number) => boolean {
  const column = findColumn(table, condition.column);
  if (column === undefined) return () => false;
  if ('levels' in condition) {
    const levels = new Set(condition.levels);
    if (column.kind === 'number') {
      return row => !isMissing(column, row) && levels.has(String(column.values[row]));
    }
    const codes = column.levels.map(level => levels.has(level));
    return row => !isMissing(column, row) && codes[column.codes[row]!]!;
  }
  if (column.kind !== 'number') return () => false;
  const { from, to } = condition;
  return row => {
    const value = numberAt(column, row);
    return value >= from && value <= to;
  };
}
