import { textAt } from './column';
import { findColumn, type Table } from './table';

export const REPEAT_RULES = ['keep', 'first', 'average'] as const;
/** What is done about rows that repeat: all are kept, the first is, or one row has their averages. */
export type RepeatRule = (typeof REPEAT_RULES)[number];

/** Rows with the same entries in the key columns, ascending; at least two. */
export type RepeatGroup = readonly number[];

/**
 * Groups of rows that repeat, in the order of their first rows.
 *
 * @param keys the columns whose entries must be the same, none of them missing; all columns where there is none
 */
export function findRepeats(table: Table, keys: readonly string[]): RepeatGroup[] {
  const columns = keys.length === 0 ? table.columns : keys.flatMap(key => findColumn(table, key) ?? []);
  if (columns.length === 0) return [];
  const groups = new Map<string, number[]>();
  for (let row = 0; row < table.rows; row++) {
    const entries = columns.map(column => textAt(column, row));
    if (keys.length > 0 && entries.some(entry => entry === '')) continue;
    const key = JSON.stringify(entries);
    const group = groups.get(key);
    if (group === undefined) groups.set(key, [row]);
    else group.push(row);
  }
  return [...groups.values()].filter(group => group.length > 1);
}

/** The columns in which rows of a group differ. */
export function differingColumns(table: Table, group: RepeatGroup): string[] {
  return table.columns
    .filter(column => group.some(row => textAt(column, row) !== textAt(column, group[0]!)))
    .map(column => column.name);
}
