import { Problem } from '../problem';
import { missingCount, type Column } from './column';
import { contentKey } from './contentKey';
import type { ReadNote, Source, Table } from './table';

/** The table of a file of a typed format, from its columns. @throws Problem when there are no rows or no columns */
export function fileTable(
  bytes: Uint8Array,
  name: string,
  source: Source,
  columns: readonly Column[],
  rows: number,
  notes: readonly ReadNote[] = [],
): Table {
  if (columns.length === 0 || rows === 0) {
    throw new Problem('the file has no rows', 'Open a file that has at least one row of data.', name);
  }
  const empty = columns
    .filter(column => missingCount(column) === rows)
    .map(column => ({ what: 'Every entry is missing.', where: column.name }));
  const key = contentKey(bytes);
  return { key, name: tableName(name), rows, columns, source, notes: [...notes, ...empty] };
}

/** The name of a table from its file's: without the ending. */
export function tableName(name: string): string {
  return name.replace(/\.(csv|tsv|txt|tab|dat|json|parquet)$/i, '') || name;
}
