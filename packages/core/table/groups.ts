import { textAt, isMissing } from './column';
import { findColumn, type Table } from './table';
import { Problem } from '../problem';

/** Places among some rows of the rows that have the same entry in a column, by entry; rows without one are in none. */
export function groupsOf(
  table: Table,
  name: string,
  rows: Uint32Array,
): ReadonlyMap<string, readonly number[]> {
  const column = findColumn(table, name);
  if (column === undefined) {
    throw new Problem('the table has no such column', 'Choose another column.', `column “${name}”`);
  }
  const groups = new Map<string, number[]>();
  rows.forEach((row, place) => {
    if (isMissing(column, row)) return;
    const text = textAt(column, row);
    const group = groups.get(text);
    if (group === undefined) groups.set(text, [place]);
    else group.push(place);
  });
  if (column.kind !== 'levels') return groups;
  const rank = new Map(column.levels.map((level, index) => [level, index]));
  return new Map([...groups].sort(([a], [b]) => (rank.get(a) ?? 0) - (rank.get(b) ?? 0)));
}
