import { textAt, isMissing } from './column';
import { distinctNames } from './distinctNames';
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

/**
 * Places among some rows of the rows that agree in all of some columns, by their entries written together; rows that
 * lack one of these are in none.
 */
export function groupsByAll(
  table: Table,
  names: readonly string[],
  rows: Uint32Array,
): ReadonlyMap<string, readonly number[]> {
  if (names.length === 1) return groupsOf(table, names[0]!, rows);
  const places = rows.map((_, place) => place);
  let groups: { readonly text: string; readonly places: readonly number[] }[] = [
    { text: '', places: [...places] },
  ];
  for (const name of names) {
    groups = groups.flatMap(group => {
      const own = groupsOf(
        table,
        name,
        Uint32Array.from(group.places, place => rows[place]!),
      );
      return [...own].map(([entry, within]) => ({
        text: group.text === '' ? entry : `${group.text} · ${entry}`,
        places: within.map(place => group.places[place]!),
      }));
    });
  }
  return new Map(
    distinctNames(groups.map(({ text }) => text)).map((text, index) => [text, groups[index]!.places]),
  );
}
