import type { LevelColumn } from './column';
import { singleDays } from './dateBins';
import { findColumn, type Table } from './table';

const known = new WeakMap<LevelColumn, boolean>();

/** Whether a column of levels makes groups: single days do not, which are values in an order. */
function makesGroups(column: LevelColumn): boolean {
  const found = known.get(column) ?? singleDays(column) === null;
  known.set(column, found);
  return found;
}

/** The label by which rows are grouped where a column colours them; null where that column makes no groups. */
export function groupLabel(table: Table, colour: string | null): string | null {
  const column = colour === null ? undefined : findColumn(table, colour);
  return column?.kind === 'levels' && makesGroups(column) ? column.name : null;
}
