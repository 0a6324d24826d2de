import { levelAt, numberAt } from './column';
import { findColumn, type Table } from './table';

/** Rows told by a column: those with some of its levels, or with a number within a range, ends included. */
export type Condition =
  | { readonly column: string; readonly levels: readonly string[] }
  | { readonly column: string; readonly from: number; readonly to: number };

/** Whether a row meets a condition; a missing entry meets none, nor does any where the column is of another kind. */
export function meets(table: Table, condition: Condition, row: number): boolean {
  const column = findColumn(table, condition.column);
  if (column === undefined) return false;
  if ('levels' in condition) {
    const level = column.kind === 'levels' ? levelAt(column, row) : String(numberAt(column, row));
    return level !== null && condition.levels.includes(level);
  }
  if (column.kind !== 'number') return false;
  const value = numberAt(column, row);
  return value >= condition.from && value <= condition.to;
}
