import { Problem } from '../problem';
import { missingCount, type Column } from './column';
import { contentKey } from './contentKey';
import { findMatrix } from './relationMatrix';
import type { ReadingChoices, ReadNote, Source, Table } from './table';

/** What a reader of one format has made of a file. */
interface Read {
  /** Key of the file's bytes. */
  readonly key: string;
  readonly name: string;
  readonly source: Source;
  readonly columns: readonly Column[];
  readonly rows: number;
  readonly notes?: readonly ReadNote[];
  readonly choices?: ReadingChoices;
}

/** The table of a file. @throws Problem when there are no rows or no columns */
export function fileTable({ key, name, source, columns, rows, notes = [], choices = {} }: Read): Table {
  if (columns.length === 0 || rows === 0) {
    throw new Problem('the file has no rows', 'Open a file that has at least one row of data.', name);
  }
  const empty = columns
    .filter(column => missingCount(column) === rows)
    .map(column => ({ what: 'Every entry is missing.', where: column.name }));
  return {
    key: tableKey(key, choices),
    fileKey: key,
    name: tableName(name),
    rows,
    columns,
    source,
    notes: [...notes, ...empty],
    matrix: findMatrix(columns, rows),
    arranged: null,
  };
}

/** The key of the table that a file comes to when it is read with these choices. */
export function tableKey(fileKey: string, choices: ReadingChoices): string {
  const made = Object.entries(choices)
    .filter(([, value]) => value !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1));
  return made.length === 0
    ? fileKey
    : contentKey(new TextEncoder().encode(`${fileKey} ${JSON.stringify(made)}`));
}

/** The name of a table from its file's: without the ending. */
export function tableName(name: string): string {
  return name.replace(/\.(csv|tsv|txt|tab|dat|json|parquet|arrow|feather|xlsx)$/i, '') || name;
}
