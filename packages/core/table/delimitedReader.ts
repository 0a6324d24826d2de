import Papa from 'papaparse';
import { Problem } from '../problem';
import { detectDialect, parserConfig, SAMPLE_CHARACTERS } from './dialect';
import { rowsTable, rowTaker, type RowTaker, type TakenPart } from './rowTaker';
import type { Dialect, ReadingChoices } from './readingChoices';
import type { Table } from './table';

/** Characters parsed at a time: their entries stay in the near caches until they are typed. */
const PIECE_CHARACTERS = 1 << 16;
/** A row that goes on for longer is none: a quotation mark is open, or it is no table. */
const LONGEST_ROW = 1 << 27;

/** What must be known to read rows on from the middle of a text. */
export interface Layout {
  readonly dialect: Dialect;
  readonly config: ReturnType<typeof parserConfig>;
  /** Columns. */
  readonly width: number;
}

/**
 * Takes a delimited text part by part.
 *
 * @param layout where the text starts after the header; otherwise it is found from the text and the choices
 */
export function delimitedReader(
  name: string,
  encoding: Dialect['encoding'],
  choices: ReadingChoices,
  layout: Layout | null = null,
) {
  let dialect: Dialect | null = null;
  let config: Layout['config'] | null = null;
  let rows: RowTaker | null = null;
  let parser: Papa.Parser | null = null;
  let rest = '';
  /** Lines before `rest`. */
  let lines = 0;
  if (layout !== null)
    begin(layout.dialect, layout.config, rowTaker({ ...layout.dialect, header: false }, name, layout.width));

  function begin(itsDialect: Dialect, itsConfig: Layout['config'], taker: RowTaker): void {
    dialect = itsDialect;
    config = itsConfig;
    rows = taker;
    parser = new Papa.Parser(config as Papa.ParseConfig);
  }

  /** Ends of lines in a stretch of a text. */
  function linesIn(text: string, from: number, to: number): number {
    const end = config?.newline ?? '\n';
    let count = 0;
    for (let at = text.indexOf(end, from); at >= 0 && at < to; at = text.indexOf(end, at + end.length))
      count++;
    return count;
  }

  function take(text: string, last: boolean): void {
    rest += text;
    if (parser === null) {
      if (!last && rest.length < SAMPLE_CHARACTERS) return;
      const found = { ...detectDialect(rest, choices), encoding };
      begin(found, parserConfig(found, rest), rowTaker(found, name));
    }
    let at = 0;
    let size = PIECE_CHARACTERS;
    while (last ? at < rest.length : rest.length - at >= size) {
      const whole = last && at + size >= rest.length;
      const moved = parse(rest.slice(at, at + size), whole);
      lines += linesIn(rest, at, at + moved);
      if (whole) at = rest.length;
      at += moved;
      // A piece without the end of a row is tried again with more of it.
      size = moved === 0 ? size * 2 : PIECE_CHARACTERS;
      if (size > LONGEST_ROW && rest.length - at >= LONGEST_ROW) {
        throw new Problem(
          `a row goes on for more than ${LONGEST_ROW.toLocaleString('en')} characters`,
          'Look there for a quotation mark that is opened and never closed.',
          `${name}, line ${lines + 1}`,
        );
      }
    }
    rest = rest.slice(at);
  }

  /** Takes the whole rows of a piece; returns how far they reach. */
  function parse(piece: string, last: boolean): number {
    const { data, errors, meta } = parser!.parse(piece, 0, !last) as Papa.ParseResult<string[]>;
    const open = last ? errors.find(error => error.code === 'MissingQuotes') : undefined;
    if (open !== undefined) {
      throw new Problem(
        'a quotation mark is opened and never closed, so the rest of the file would read as one entry',
        'Close the quotation mark, or double it where it belongs to the text.',
        `${name}, line ${lines + 1 + linesIn(piece, 0, open.index ?? 0)}`,
      );
    }
    rows!.take(data);
    return meta.cursor;
  }

  /** Takes all whole rows of what was given, and says whether that was all of it. */
  function takeWholeRows(): boolean {
    if (parser !== null && rest !== '') {
      const taken = parse(rest, false);
      lines += linesIn(rest, 0, taken);
      rest = rest.slice(taken);
    }
    return rest === '';
  }

  return {
    take,
    takeWholeRows,
    /** What is known of the text, once its first rows are taken. */
    layout: (): Layout | null =>
      rows === null || rows.width() === 0
        ? null
        : { dialect: dialect!, config: config!, width: rows.width() },
    part: (): TakenPart => rows!.part(),
    /** Takes rows that were read by another reader from where this one stands. */
    append: (part: TakenPart) => rows!.append(part),
    finish: (key: string): Table =>
      rowsTable(rows!.finish(), { key, name, source: { format: 'delimited text', ...dialect! }, choices }),
  };
}
