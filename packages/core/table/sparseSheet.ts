import { refuseTooLarge } from './bounds';

/** A sheet whose cells would fill so many times as many places as there are cells, and so many at least, is sparse. */
const SPARSE = 50;
const SPARSE_PLACES = 1e6;

const CELL = /<((?:\w+:)?c)\b([^>]*?)\br="([A-Z]+)(\d+)"([^>]*?)(\/?)>/g;
const ROW = /(<(?:\w+:)?row\b[^>]*?\br=")(\d+)"/g;
const EMPTY_ROW = /<(?:\w+:)?row\b[^>]*?(?:\/>|>\s*<\/(?:\w+:)?row>)/g;
const LETTERS = 26;

/**
 * The XML of a sheet (ISO/IEC 29500) whose cells lie far apart, with rows and columns between that hold nothing left out:
 * as it is, one stray cell in the far corner stands for 17 thousand million places, for which the package that reads it makes
 * room. Null where the sheet is no such one.
 *
 * @throws Problem where the rows and columns that hold anything are more than a table may have
 */
export function withoutEmptyStretches(xml: string, where: string): string | null {
  const rows = new Set<number>();
  const columns = new Set<number>();
  let [cells, bottom, right] = [0, 0, 0];
  for (const [, , , letters, digits, , closed] of xml.matchAll(CELL)) {
    const [row, column] = [Number(digits), columnNumber(letters!)];
    cells++;
    bottom = Math.max(bottom, row);
    right = Math.max(right, column);
    if (closed === '/') continue;
    rows.add(row);
    columns.add(column);
  }
  for (const [, , digits] of xml.matchAll(ROW)) bottom = Math.max(bottom, Number(digits));
  const places = bottom * Math.max(1, right);
  if (places <= SPARSE_PLACES || places <= SPARSE * cells) return null;
  refuseTooLarge(rows.size, columns.size, where);
  const rowOf = placesOf(rows);
  const columnOf = placesOf(columns);
  const together = xml.replace(
    CELL,
    (_, tag: string, before: string, letters: string, digits: string, after: string, closed: string) => {
      if (closed === '/') return '';
      const row = rowOf.get(Number(digits))!;
      const column = columnLetters(columnOf.get(columnNumber(letters))!);
      return `<${tag}${before}r="${column}${row}"${after}>`;
    },
  );
  return together
    .replace(EMPTY_ROW, '')
    .replace(ROW, (_, start: string, digits: string) => `${start}${rowOf.get(Number(digits)) ?? digits}"`);
}

/** The places of numbers among themselves, from 1 on. */
const placesOf = (numbers: ReadonlySet<number>): ReadonlyMap<number, number> =>
  new Map([...numbers].sort((a, b) => a - b).map((number, place) => [number, place + 1]));

function columnNumber(letters: string): number {
  let number = 0;
  for (const letter of letters) number = number * LETTERS + letter.charCodeAt(0) - 64;
  return number;
}

function columnLetters(number: number): string {
  let letters = '';
  for (let left = number; left > 0; left = Math.floor((left - 1) / LETTERS)) {
    letters = String.fromCharCode(65 + ((left - 1) % LETTERS)) + letters;
  }
  return letters;
}
