import { Problem } from '../problem';
import { missingCount, type Column } from './column';
import { distinctNames } from './distinctNames';
import { contentKey } from './contentKey';
import { findMatrix } from './relationMatrix';
import type { ReadingChoices } from './readingChoices';
import type { ReadNote, Source, Table } from './table';

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

/**
 * The table of a file, whatever its format: its columns checked, and their names made distinct.
 *
 * @throws Problem when there are no rows or no columns, or a column has not as many entries as there are rows
 */
export function fileTable({ key, name, source, columns: read, rows, notes = [], choices = {} }: Read): Table {
  if (read.length === 0 || rows === 0) {
    throw new Problem('the file has no rows', 'Open a file that has at least one row of data.', name);
  }
  read.forEach((column, index) => refuseUnwhole(column, index, rows, name));
  const { columns, told } = named(read);
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
    notes: [...told, ...notes, ...empty],
    matrix: findMatrix(columns, rows),
    arranged: null,
  };
}

/** A damaged file may give less of a column than of the others. */
function refuseUnwhole(column: Column, index: number, rows: number, name: string): void {
  const entries = column.kind === 'number' ? column.values.length : column.codes.length;
  const marks = column.missing?.length ?? rows;
  const unknown =
    column.kind === 'levels' &&
    column.codes.some((code, row) => code >= column.levels.length && column.missing?.[row] !== 1);
  if (entries === rows && marks === rows && !unknown) return;
  throw new Problem(
    unknown
      ? `column ${index + 1} (“${column.name}”) has entries that stand for nothing`
      : `column ${index + 1} (“${column.name}”) gives ${Math.min(entries, marks)} of ${rows} entries`,
    'The file is cut short or damaged: write it again from its source.',
    name,
  );
}

/** Notes of one kind are summed up beyond this many. */
const NOTED = 20;

/** Columns with names that can be seen and told apart, and a note of each that had to be given. */
function named(columns: readonly Column[]): { columns: Column[]; told: ReadNote[] } {
  const given = columns.map(column => column.name.trim().replace(/\s+/g, ' '));
  const wanted = given.map((name, index) => (isSeen(name) ? name : `column ${index + 1}`));
  const names = distinctNames(wanted);
  const told: ReadNote[] = [];
  names.forEach((name, index) => {
    if (!isSeen(given[index]!) && columns[index]!.name !== UNNAMED) {
      told.push({
        what: `Column ${index + 1} has no name in the header; it is called “${name}”.`,
        where: name,
      });
    } else if (name !== wanted[index]) {
      told.push({
        what: `“${wanted[index]}” stands more than once in the header; this one is called “${name}”.`,
        where: name,
      });
    }
  });
  const more = told.length - NOTED;
  return {
    columns: columns.map((column, index) => ({ ...column, name: names[index]! })),
    told: [
      ...told.slice(0, NOTED),
      ...(more > 0 ? [{ what: `So it is with ${more} more columns.`, where: null }] : []),
    ],
  };
}

/** What a reader calls a column that its file had no place to name: it is numbered, and nothing has to be told. */
export const UNNAMED = '';

/** Letters, digits and signs are seen; blanks and marks of direction or of no width alone are not. */
const isSeen = (name: string): boolean => /[^\p{C}\p{Z}\u2800\u3164\uffa0\u115f\u1160]/u.test(name);

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
  return (
    name.replace(/\.(csv|tsv|txt|tab|dat|json|parquet|arrow|feather|xlsx|tiff?|png|jpe?g)$/i, '') || name
  );
}
