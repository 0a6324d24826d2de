import { Problem } from '../../problem';
import type { LevelColumn } from '../../table/column';
import { findColumn, type Table } from '../../table/table';

/** A label. @throws Problem where there is no such column, or it holds numbers */
export function labelColumn(table: Table, name: string): LevelColumn {
  const column = findColumn(table, name);
  if (column?.kind === 'levels') return column;
  throw new Problem('only a label has groups.', 'Choose a column of levels.', `column “${name}”`);
}

/**
 * The levels of rows by their codes, −1 where a row has none.
 *
 * @throws Problem where it is no label, or fewer than two of the rows have it
 */
export function levelsOf(table: Table, rows: Uint32Array, label: string): Int32Array {
  const column = labelColumn(table, label);
  const codes = Int32Array.from(rows, row => (column.missing?.[row] === 1 ? -1 : column.codes[row]!));
  if (codes.reduce((count, code) => count + Number(code >= 0), 0) >= 2) return codes;
  throw new Problem('fewer than two of the rows used have it.', 'Choose another label.', `column “${label}”`);
}
