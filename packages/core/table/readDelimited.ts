import Papa from 'papaparse';
import { quietHost, type Host } from '../host';
import { Problem } from '../problem';
import { decodeText, isNotUtf8, likelyEncoding, refuseBinary, textDecoder } from './decode';
import { detectDialect, parserConfig, SAMPLE_CHARACTERS } from './dialect';
import { contentKey, contentKeyStream } from './contentKey';
import type { FileSource } from './fileSource';
import { rowsTable, rowTaker, type RowTaker } from './rowTaker';
import type { Dialect, ReadingChoices, Table } from './table';

const CHUNK_BYTES = 1 << 22;
const CHUNK_CHARACTERS = 1 << 22;
/** Characters parsed at a time: their entries stay in the near caches until they are typed. */
const PIECE_CHARACTERS = 1 << 16;

/**
 * Reads a delimited text (CSV, TSV and their kin) into typed columns. Encoding, delimiter, marks, quote and header are
 * found from the text where they are not chosen. Short rows are filled with missing entries and long ones add columns,
 * so nothing is lost; each such decision is a note of the table.
 *
 * @param bytes the file as it is
 * @param name the file's name, for the table's name and for errors
 * @throws Problem when the file is empty, is not text, or has no rows under its header.
 */
export function readDelimited(
  bytes: Uint8Array,
  name: string,
  host: Host = quietHost,
  choices: ReadingChoices = {},
): Table {
  const { text, encoding } = decodeText(bytes, name, choices.encoding);
  const reader = delimitedReader(name, encoding, choices);
  for (let from = 0; from < text.length; from += CHUNK_CHARACTERS) {
    const to = from + CHUNK_CHARACTERS;
    reader.take(text.slice(from, to), to >= text.length);
    host.progress(Math.min(1, to / text.length));
  }
  return reader.finish(contentKey(bytes));
}

/** As {@link readDelimited}, while the file streams by: it is never in memory whole. */
export async function streamDelimited(
  source: FileSource,
  name: string,
  host: Host = quietHost,
  choices: ReadingChoices = {},
): Promise<Table> {
  const encoding =
    choices.encoding ?? likelyEncoding(await source.read(0, Math.min(source.size, CHUNK_BYTES)), name);
  try {
    return await streamAs(encoding, choices.encoding === undefined, source, name, host, choices);
  } catch (thrown) {
    if (!isNotUtf8(thrown)) throw thrown;
    return streamAs('Windows-1252', false, source, name, host, choices);
  }
}

async function streamAs(
  encoding: Dialect['encoding'],
  found: boolean,
  source: FileSource,
  name: string,
  host: Host,
  choices: ReadingChoices,
): Promise<Table> {
  const decoder = textDecoder(encoding, found);
  const reader = delimitedReader(name, encoding, choices);
  const key = contentKeyStream();
  for (let from = 0; from < source.size; from += CHUNK_BYTES) {
    const to = Math.min(source.size, from + CHUNK_BYTES);
    const bytes = await source.read(from, to);
    const keyed = key.add(bytes);
    const text = decoder.decode(bytes, { stream: to < source.size });
    if (from === 0) refuseBinary(text, name);
    reader.take(text, to === source.size);
    host.progress(to / source.size);
    await keyed;
  }
  return reader.finish(await key.finish());
}

/** Takes a text part by part. */
function delimitedReader(name: string, encoding: Dialect['encoding'], choices: ReadingChoices) {
  let dialect: Dialect | null = null;
  let rows: RowTaker | null = null;
  let parser: Papa.Parser | null = null;
  let rest = '';

  function take(text: string, last: boolean): void {
    rest += text;
    if (parser === null) {
      if (!last && rest.length < SAMPLE_CHARACTERS) return;
      dialect = { ...detectDialect(rest, choices), encoding };
      rows = rowTaker(dialect);
      parser = new Papa.Parser(parserConfig(dialect, rest) as Papa.ParseConfig);
    }
    let at = 0;
    let size = PIECE_CHARACTERS;
    while (last ? at < rest.length : rest.length - at >= size) {
      const whole = last && at + size >= rest.length;
      const moved = parse(rest.slice(at, at + size), whole);
      if (whole) at = rest.length;
      at += moved;
      // A piece without the end of a row is tried again with more of it.
      size = moved === 0 ? size * 2 : PIECE_CHARACTERS;
    }
    rest = rest.slice(at);
  }

  /** Takes the whole rows of a piece; returns how far they reach. */
  function parse(piece: string, last: boolean): number {
    const { data, errors, meta } = parser!.parse(piece, 0, !last) as Papa.ParseResult<string[]>;
    if (last && errors.some(error => error.code === 'MissingQuotes')) {
      throw new Problem(
        'a quotation mark is opened and never closed, so the rest of the file would read as one entry',
        'Close the quotation mark, or double it where it belongs to the text.',
        `${name}, after row ${Math.max(rows!.rows() + data.length - (dialect!.header ? 2 : 1), 0)}`,
      );
    }
    rows!.take(data);
    return meta.cursor;
  }

  const finish = (key: string): Table =>
    rowsTable(rows!.finish(), { key, name, source: { format: 'delimited text', ...dialect! }, choices });

  return { take, finish };
}
