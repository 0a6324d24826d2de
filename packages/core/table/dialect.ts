import Papa from 'papaparse';
import { groupMark, isMissingText, parseNumber, type Marks } from './numberText';
import type { Dialect, ReadingChoices } from './readingChoices';

/** Blanks part entries only where the analyst says so. */
const FOUND_DELIMITERS = [',', ';', '\t', '|'] as const;
/** A dialect is judged from this much of a text. */
export const SAMPLE_CHARACTERS = 200_000;
const SAMPLE_ROWS = 200;

/**
 * The delimiter, marks, quote and header of a delimited text, judged from its first rows but for what was chosen. A
 * delimiter is the better the more rows have as many entries as the first and the fewer entries still hold another
 * delimiter, which tells `1,5;2,3` (semicolons, decimal commas) from a table with commas between its entries.
 */
export function detectDialect(text: string, chosen: ReadingChoices = {}): Omit<Dialect, 'encoding'> {
  const sample = text.slice(0, SAMPLE_CHARACTERS);
  const whole = sample.length === text.length;
  const quote = chosen.quote ?? quoteMark(sample);
  let best: { delimiter: Dialect['delimiter']; rows: string[][]; score: number } | null = null;
  for (const delimiter of chosen.delimiter === undefined ? FOUND_DELIMITERS : [chosen.delimiter]) {
    const rows = sampleRows(sample, { delimiter, quote }, whole);
    const score = delimiterScore(rows, delimiter);
    if (best === null || score > best.score) best = { delimiter, rows, score };
  }
  const { delimiter, rows } = best!;
  const decimal = chosen.decimal ?? decimalMark(rows, delimiter);
  const thousands = chosen.thousands ?? thousandsMark(rows, decimal);
  const header = chosen.header ?? hasHeader(rows, { decimal, thousands });
  return { delimiter, decimal, thousands, quote, header };
}

/** What the parser needs to know of a dialect. */
export function parserConfig({ delimiter, quote }: Pick<Dialect, 'delimiter' | 'quote'>, text: string) {
  const newline = lineEnd(text);
  return quote === 'none'
    ? { delimiter, newline, quoteChar: '\u0000', fastMode: true }
    : { delimiter, newline, quoteChar: quote };
}

/** Single quotation marks that open and close entries, where there are no double ones. */
function quoteMark(sample: string): Dialect['quote'] {
  if (sample.includes('"')) return '"';
  const opened = sample.match(/(?:^|[,;\t|\n])'/g)?.length ?? 0;
  const closed = sample.match(/'(?=[,;\t|\r\n]|$)/g)?.length ?? 0;
  return opened > 1 && opened === closed ? "'" : '"';
}

/** The mark between groups of three digits, where the sample has one. */
function thousandsMark(rows: readonly string[][], decimal: Dialect['decimal']): Dialect['thousands'] {
  const counts = new Map<Dialect['thousands'], number>();
  for (const row of rows) {
    for (const entry of row) {
      const mark = groupMark(entry.trim(), decimal);
      if (mark !== null) counts.set(mark, (counts.get(mark) ?? 0) + 1);
    }
  }
  const [most] = [...counts].sort(([, a], [, b]) => b - a);
  return counts.size === 1 ? most![0] : 'any';
}

/** Where lines end. A file that mixes its line ends has a stray return before some feeds, which blanks swallow. */
export function lineEnd(text: string): '\n' | '\r' {
  return text.includes('\n') ? '\n' : '\r';
}

function sampleRows(
  sample: string,
  dialect: Pick<Dialect, 'delimiter' | 'quote'>,
  whole: boolean,
): string[][] {
  const { data } = Papa.parse<string[]>(sample, {
    ...parserConfig(dialect, sample),
    preview: SAMPLE_ROWS,
    skipEmptyLines: 'greedy',
  });
  // A sample that stops within the text ends in a broken row.
  return !whole && data.length < SAMPLE_ROWS && data.length > 1 ? data.slice(0, -1) : data;
}

function delimiterScore(rows: readonly string[][], delimiter: string): number {
  const width = rows[0]?.length ?? 1;
  if (width < 2) return 0;
  let even = 0;
  let entries = 0;
  let mixed = 0;
  for (const row of rows) {
    if (row.length === width) even++;
    for (const entry of row) {
      entries++;
      if (FOUND_DELIMITERS.some(other => other !== delimiter && other !== ',' && entry.includes(other)))
        mixed++;
    }
  }
  return even / rows.length - mixed / entries + Math.min(width, 50) / 1000;
}

function decimalMark(rows: readonly string[][], delimiter: string): '.' | ',' {
  let commas = 0;
  let thousands = 0;
  let dots = 0;
  for (const row of rows) {
    for (const entry of row) {
      const text = entry.trim();
      if (/^[+\-−]?\d*,\d+(?:[eE][+-]?\d+)?$/.test(text)) {
        commas++;
        if (/^[+\-−]?[1-9]\d{0,2},\d{3}$/.test(text)) thousands++;
      } else if (/^[+\-−]?\d{1,3}(?:[.'’ \u00a0\u202f]\d{3})+,\d+$/.test(text)) commas++;
      else if (/^[+\-−]?\d{1,3}(?:[,'’ \u00a0\u202f]\d{3})+\.\d+$/.test(text)) dots++;
      else if (/^[+\-−]?\d*\.\d+(?:[eE][+-]?\d+)?$/.test(text)) dots++;
    }
  }
  // Only groups of three after each comma: thousands where commas part the entries too, decimals elsewhere.
  if (commas > 0 && thousands === commas && (delimiter === ',' || dots > 0)) return '.';
  return commas > dots ? ',' : '.';
}

/** A first row made of nothing but numbers is data. */
function hasHeader(rows: readonly string[][], marks: Marks): boolean {
  const first = rows[0] ?? [];
  const numbers = first.filter(entry => !Number.isNaN(parseNumber(entry, marks))).length;
  return (
    numbers === 0 || first.some(entry => Number.isNaN(parseNumber(entry, marks)) && !isMissingText(entry))
  );
}
