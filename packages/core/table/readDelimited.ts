import Papa from 'papaparse';
import { quietHost, type Host } from '../host';
import { Problem } from '../problem';
import { columnBuilder, type ColumnBuilder } from './columnBuilder';
import { decodeText } from './decode';
import { detectDialect, lineEnd } from './dialect';
import { contentKey } from './contentKey';
import { tableName } from './fileTable';
import { missingCount, type Column } from './column';
import { isMissingText } from './numberText';
import type { Dialect, ReadNote, Table } from './table';

const CHUNK_CHARACTERS = 1 << 20;
/** Notes of one kind are summed up beyond this many. */
const NAMED_ROWS = 3;

/**
 * Reads a delimited text (CSV, TSV and their kin) into typed columns. Encoding, delimiter, decimal mark and header are
 * found from the text. Short rows are filled with missing entries and long ones add columns, so nothing is lost; each
 * such decision is a note of the table.
 *
 * @param bytes the file as it is
 * @param name the file's name, for the table's name and for errors
 * @throws Problem when the file is empty, is not text, or has no rows under its header.
 */
export function readDelimited(bytes: Uint8Array, name: string, host: Host = quietHost): Table {
  const { text, encoding } = decodeText(bytes, name);
  const dialect: Dialect = { ...detectDialect(text), encoding };
  const taken = takeRows(text, dialect, host);
  if (taken.brokenQuote) {
    throw new Problem(
      'a quotation mark is opened and never closed, so the rest of the file would read as one entry',
      'Close the quotation mark, or double it where it belongs to the text.',
      `${name}, after row ${Math.max(taken.rows - 1, 0)}`,
    );
  }
  if (taken.rows === 0) {
    throw new Problem(
      'the file has a header and no rows under it',
      'Open a file that has at least one row of data.',
      name,
    );
  }
  const notes: ReadNote[] = [];
  const names = columnNames(taken.header, taken.builders.length, notes);
  noteRows(taken, dialect, notes);
  const columns = taken.builders.map((builder, index) => builder.finish(names[index]!));
  for (const column of columns) noteColumn(column, taken.rows, notes);
  const source = { format: 'delimited text', ...dialect } as const;
  return { key: contentKey(bytes), name: tableName(name), rows: taken.rows, columns, source, notes };
}

/** The entries of a text, column by column, and what was odd about its rows. */
interface TakenRows {
  readonly header: readonly string[];
  readonly builders: readonly ColumnBuilder[];
  readonly rows: number;
  /** Rows without any entry, which are not taken. */
  readonly blank: number;
  readonly short: readonly number[];
  readonly long: readonly number[];
  readonly brokenQuote: boolean;
}

function takeRows(text: string, dialect: Dialect, host: Host): TakenRows {
  const builders: ColumnBuilder[] = [];
  const short: number[] = [];
  const long: number[] = [];
  let header: string[] | null = dialect.header ? null : [];
  let rows = 0;
  /** Rows taken before the block at hand. */
  let blockStart = 0;
  let blank = 0;
  let brokenQuote = false;

  function normalised(fields: string[]): string[] | null {
    const last = fields.length - 1;
    if (fields[last]!.endsWith('\r')) fields[last] = fields[last]!.slice(0, -1);
    if (fields.every(entry => entry.trim() === '')) {
      if (fields.length > 1) blank++;
      return null;
    }
    if (header === null) {
      header = trimTail(fields);
      for (let index = 0; index < header.length; index++) builders.push(columnBuilder(dialect.decimal));
      return null;
    }
    const width = builders.length;
    const entries = fields.length > width ? trimTail(fields, width) : fields;
    if (entries.length < width) short.push(rows);
    if (entries.length > width && width > 0) long.push(rows);
    while (builders.length < entries.length) builders.push(filledBuilder(blockStart, dialect.decimal));
    rows++;
    return entries;
  }

  Papa.parse<string[]>(text, {
    delimiter: dialect.delimiter,
    newline: lineEnd(text),
    skipEmptyLines: true,
    chunkSize: CHUNK_CHARACTERS,
    complete: () => undefined,
    chunk: ({ data, meta, errors }: Papa.ParseResult<string[]>) => {
      blockStart = rows;
      const block = data.map(normalised).filter(entries => entries !== null);
      // Column by column, so that a column's numbers stay near while its stretch of the block is added.
      for (let index = 0; index < builders.length; index++) {
        const builder = builders[index]!;
        for (const entries of block) builder.add(entries[index] ?? '');
      }
      if (errors.some(error => error.code === 'MissingQuotes')) brokenQuote = true;
      host.progress(meta.cursor / text.length);
    },
  });
  return { header: header ?? [], builders, rows, blank, short, long, brokenQuote };
}

/** The fields without empty ones beyond `length` at the end: a delimiter at the end of each line is no column. */
function trimTail(fields: string[], length = 1): string[] {
  let end = fields.length;
  while (end > length && fields[end - 1]!.trim() === '') end--;
  return fields.slice(0, end);
}

function filledBuilder(rows: number, decimal: '.' | ','): ColumnBuilder {
  const builder = columnBuilder(decimal);
  for (let row = 0; row < rows; row++) builder.add('');
  return builder;
}

function columnNames(header: readonly string[], count: number, notes: ReadNote[]): string[] {
  const taken = new Set<string>();
  const names: string[] = [];
  for (let index = 0; index < count; index++) {
    const given = (header[index] ?? '').trim().replace(/\s+/g, ' ');
    const wanted = given === '' ? `column ${index + 1}` : given;
    let name = wanted;
    for (let repeat = 2; taken.has(name); repeat++) name = `${wanted} (${repeat})`;
    if (given === '' && index < header.length) {
      notes.push({
        what: `Column ${index + 1} has no name in the header; it is called “${name}”.`,
        where: name,
      });
    } else if (name !== wanted) {
      notes.push({
        what: `“${wanted}” stands more than once in the header; this one is called “${name}”.`,
        where: name,
      });
    }
    taken.add(name);
    names.push(name);
  }
  return names;
}

function noteRows({ short, long, blank }: TakenRows, dialect: Dialect, notes: ReadNote[]): void {
  if (!dialect.header) {
    notes.push({
      what: 'The first line holds only numbers, so it is read as data and columns are numbered.',
      where: 'line 1',
    });
  }
  noteEach(short, 'has fewer entries than there are columns; the rest are read as missing', notes);
  noteEach(long, 'has more entries than the header names; columns were added for them', notes);
  if (blank > 0) {
    const subject =
      blank === 1 ? 'One row has no entry at all and is' : `${blank} rows have no entry at all and are`;
    notes.push({ what: `${subject} not taken in.`, where: null });
  }
  if (dialect.encoding === 'Windows-1252') {
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
  if (missingCount(column) === rows) notes.push({ what: 'Every entry is missing.', where: column.name });
  else if (column.kind === 'number') {
    const odd = column.exceptions?.texts.filter(text => !isMissingText(text)) ?? [];
    if (odd.length > 0) notes.push(exceptionNote(column.name, odd, rows));
  }
}

function exceptionNote(name: string, texts: readonly string[], rows: number): ReadNote {
  const distinct = [...new Set(texts)];
  const shown = distinct
    .slice(0, 3)
    .map(text => `“${text}”`)
    .join(', ');
  const more = distinct.length > 3 ? ' …' : '';
  return {
    what: `${texts.length} of ${rows} entries are not numbers (${shown}${more}); they are taken as missing.`,
    where: name,
  };
}
