import Papa from 'papaparse';
import { quietHost, type Host } from '../host';
import { Problem } from '../problem';
import { columnBuilder, type ColumnBuilder } from './columnBuilder';
import { decodeText } from './decode';
import { detectDialect, lineEnd } from './dialect';
import { contentKey } from './contentKey';
import { missingCount } from './column';
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
  const notes: ReadNote[] = [];
  let header: string[] | null = dialect.header ? null : [];
  let builders: ColumnBuilder[] = [];
  let rows = 0;
  let blank = 0;
  const short: number[] = [];
  const long: number[] = [];

  function addRow(fields: string[]): void {
    const last = fields.length - 1;
    if (fields[last]!.endsWith('\r')) fields[last] = fields[last]!.slice(0, -1);
    if (fields.every(entry => entry.trim() === '')) {
      if (fields.length > 1) blank++;
      return;
    }
    if (header === null) {
      header = trimTail(fields);
      builders = header.map(() => columnBuilder(dialect.decimal));
      return;
    }
    const entries = fields.length > builders.length ? trimTail(fields, builders.length) : fields;
    if (builders.length === 0) builders = entries.map(() => columnBuilder(dialect.decimal));
    if (entries.length < builders.length) short.push(rows);
    if (entries.length > builders.length) {
      long.push(rows);
      while (builders.length < entries.length) builders.push(filledBuilder(rows, dialect.decimal));
    }
    for (let index = 0; index < builders.length; index++) builders[index]!.add(entries[index] ?? '');
    rows++;
  }

  let brokenQuote = false;
  Papa.parse<string[]>(text, {
    delimiter: dialect.delimiter,
    newline: lineEnd(text),
    skipEmptyLines: true,
    chunkSize: CHUNK_CHARACTERS,
    complete: () => undefined,
    chunk: ({ data, meta, errors }: Papa.ParseResult<string[]>) => {
      for (const fields of data) addRow(fields);
      if (errors.some(error => error.code === 'MissingQuotes')) brokenQuote = true;
      host.progress(meta.cursor / text.length);
    },
  });
  if (brokenQuote) {
    throw new Problem(
      'a quotation mark is opened and never closed, so the rest of the file would read as one entry',
      'Close the quotation mark, or double it where it belongs to the text.',
      `${name}, after row ${Math.max(rows - 1, 0)}`,
    );
  }
  if (rows === 0) {
    throw new Problem(
      'the file has a header and no rows under it',
      'Open a file that has at least one row of data.',
      name,
    );
  }

  const names = columnNames(header ?? [], builders.length, notes);
  if (!dialect.header) {
    notes.push({
      what: 'The first line holds only numbers, so it is read as data and columns are numbered.',
      where: 'line 1',
    });
  }
  noteRows(short, 'has fewer entries than there are columns; the rest are read as missing', notes);
  noteRows(long, 'has more entries than the header names; columns were added for them', notes);
  if (blank > 0) {
    notes.push({
      what:
        blank === 1
          ? 'One row has no entry at all and is not taken in.'
          : `${blank} rows have no entry at all and are not taken in.`,
      where: null,
    });
  }
  if (encoding === 'Windows-1252') {
    notes.push({
      what: 'The file is not UTF-8; it is read as Windows-1252. Check letters with accents.',
      where: null,
    });
  }
  const columns = builders.map((builder, index) => builder.finish(names[index]!));
  for (const column of columns) {
    const odd =
      column.kind === 'number' ? (column.exceptions?.texts.filter(text => !isMissingText(text)) ?? []) : [];
    if (odd.length > 0) notes.push(exceptionNote(column.name, odd, rows));
    else if (missingCount(column) === rows)
      notes.push({ what: 'Every entry is missing.', where: column.name });
  }
  return { key: contentKey(bytes), name: tableName(name), rows, columns, dialect, notes };
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

function noteRows(rows: readonly number[], what: string, notes: ReadNote[]): void {
  for (const row of rows.slice(0, NAMED_ROWS))
    notes.push({ what: `Row ${row + 1} ${what}.`, where: `row ${row + 1}` });
  if (rows.length > NAMED_ROWS) {
    notes.push({ what: `So it is with ${rows.length - NAMED_ROWS} more rows.`, where: null });
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

function tableName(name: string): string {
  return name.replace(/\.(csv|tsv|txt|tab|dat)$/i, '') || name;
}
