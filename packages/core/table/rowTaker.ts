import { Problem } from '../problem';
import { withoutApostrophe } from './apostrophe';
import { refuseTooLarge } from './bounds';
import { missingCount, type Column } from './column';
import { columnBuilder, type ColumnBuilder, type Taken } from './columnBuilder';
import { fileTable, UNNAMED } from './fileTable';
import type { Marks } from './numberText';
import { oddEntries, type OddEntries } from './oddEntries';
import type { Dialect, ReadingChoices } from './readingChoices';
import type { ReadNote, Source, Table } from './table';

/** Notes of one kind are summed up beyond this many. */
const NAMED_ROWS = 3;

/** The entries of rows of text, column by column, and what was odd about the rows. */
export interface TakenRows {
  readonly header: readonly string[];
  readonly builders: readonly ColumnBuilder[];
  readonly rows: number;
  /** Rows without any entry, which are not taken. */
  readonly blank: number;
  readonly short: readonly number[];
  readonly long: readonly number[];
}

/** Rows taken as plain data, to follow those that another taker has. */
export interface TakenPart extends Omit<TakenRows, 'header' | 'builders'> {
  readonly columns: readonly Taken[];
}

export type RowTaker = ReturnType<typeof rowTaker>;

/**
 * Takes rows of entries block by block. Short rows are filled with missing entries and long ones add columns.
 *
 * @param name of the file, for errors
 * @param width columns known beforehand, where the rows follow others
 */
export function rowTaker(dialect: Marks & Pick<Dialect, 'header'>, name: string, width = 0) {
  const builders: ColumnBuilder[] = Array.from({ length: width }, () => columnBuilder(dialect));
  const short: number[] = [];
  const long: number[] = [];
  let header: string[] | null = dialect.header ? null : [];
  let rows = 0;
  /** Rows taken before the block at hand. */
  let blockStart = 0;
  let blank = 0;

  function normalised(fields: string[]): string[] | null {
    const last = fields.length - 1;
    if (fields[last]!.endsWith('\r')) fields[last] = fields[last]!.slice(0, -1);
    if (isBlank(fields)) {
      if (fields.length > 1) blank++;
      return null;
    }
    if (header === null) {
      header = trimTail(fields).map(withoutApostrophe);
      refuseTooLarge(1, header.length, `${name}, header`);
      for (let index = 0; index < header.length; index++) builders.push(columnBuilder(dialect));
      return null;
    }
    const width = builders.length;
    const entries = fields.length > width ? trimTail(fields, width) : fields;
    if (entries.length < width) short.push(rows);
    if (entries.length > width && width > 0) long.push(rows);
    if (entries.length > width) refuseTooLarge(rows + 1, entries.length, `${name}, row ${rows + 1}`);
    while (builders.length < entries.length) builders.push(filledBuilder(blockStart, dialect));
    rows++;
    return entries;
  }

  function take(data: string[][]): void {
    blockStart = rows;
    refuseTooLarge(rows + data.length, builders.length, name);
    const block = data.map(normalised).filter(entries => entries !== null);
    // Column by column, so that a column's numbers stay near while its stretch of the block is added.
    for (let index = 0; index < builders.length; index++) {
      const builder = builders[index]!;
      for (const entries of block) builder.add(withoutApostrophe(entries[index] ?? ''));
    }
  }

  const counts = () => ({ rows, blank, short, long });
  const part = (): TakenPart => ({ columns: builders.map(builder => builder.taken()), ...counts() });

  /** Takes the rows of a part that follows. */
  function append(next: TakenPart): void {
    next.columns.forEach((column, index) => builders[index]!.append(column));
    for (const row of next.short) short.push(rows + row);
    for (const row of next.long) long.push(rows + row);
    rows += next.rows;
    blank += next.blank;
  }

  const finish = (): TakenRows => ({ header: header ?? [], builders, ...counts() });
  return { take, part, append, finish, rows: () => rows, width: () => builders.length };
}

/** The table of the rows taken, with a note of each decision. @throws Problem when there is none under the header */
export function rowsTable(
  taken: TakenRows,
  of: {
    readonly key: string;
    readonly name: string;
    readonly source: Source;
    readonly choices: ReadingChoices;
    readonly notes?: readonly ReadNote[];
  },
): Table {
  if (taken.rows === 0) {
    throw new Problem(
      'the file has a header and no rows under it',
      'Open a file that has at least one row of data.',
      of.name,
    );
  }
  const notes: ReadNote[] = [...(of.notes ?? [])];
  noteRows(taken, of.source, notes);
  // A blank head is told of; columns beyond the header have none.
  const columns = taken.builders.map((builder, index) =>
    builder.finish(index < taken.header.length ? taken.header[index]! || ' ' : UNNAMED),
  );
  for (const column of columns) noteColumn(column, taken.rows, notes);
  return fileTable({ ...of, columns, rows: taken.rows, notes });
}

const isBlank = (fields: readonly string[]): boolean => {
  for (const entry of fields) if (entry.trim() !== '') return false;
  return true;
};

/** The fields without empty ones beyond `length` at the end: a delimiter at the end of each line is no column. */
function trimTail(fields: string[], length = 1): string[] {
  let end = fields.length;
  while (end > length && fields[end - 1]!.trim() === '') end--;
  return fields.slice(0, end);
}

function filledBuilder(rows: number, marks: Marks): ColumnBuilder {
  const builder = columnBuilder(marks);
  builder.addGaps(rows);
  return builder;
}

function noteRows({ short, long, blank }: TakenRows, source: Source, notes: ReadNote[]): void {
  if (source.format === 'delimited text' && !source.header) {
    notes.push({ what: 'The first line is read as data, and columns are numbered.', where: 'line 1' });
  }
  noteEach(short, 'has fewer entries than there are columns; the rest are read as missing', notes);
  noteEach(long, 'has more entries than the header names; columns were added for them', notes);
  if (blank > 0) {
    const subject =
      blank === 1 ? 'One row has no entry at all and is' : `${blank} rows have no entry at all and are`;
    notes.push({ what: `${subject} not taken in.`, where: null });
  }
  if (source.format === 'delimited text' && source.encoding === 'Windows-1252') {
    notes.push({
      what: 'The file is not UTF-8; it is read as Windows-1252. Check letters with accents.',
      where: null,
    });
  }
}

function noteEach(rows: readonly number[], what: string, notes: ReadNote[]): void {
  for (const row of rows.slice(0, NAMED_ROWS)) {
    notes.push({ what: `Row ${row + 1} ${what}.`, where: `row ${row + 1}` });
  }
  if (rows.length > NAMED_ROWS) {
    notes.push({ what: `So it is with ${rows.length - NAMED_ROWS} more rows.`, where: null });
  }
}

function noteColumn(column: Column, rows: number, notes: ReadNote[]): void {
  if (missingCount(column) < rows && column.kind === 'number') {
    const odd = oddEntries(column);
    if (odd !== null) notes.push(exceptionNote(column.name, odd, rows));
  }
}

const exceptionNote = (name: string, { count, named }: OddEntries, rows: number): ReadNote => ({
  what: `${count} of ${rows} entries are not numbers (${named}); they are taken as missing.`,
  where: name,
});
