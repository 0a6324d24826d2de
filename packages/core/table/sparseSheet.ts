import { refuseTooLarge } from './bounds';

/** A sheet whose cells would fill so many times as many places as there are cells, and so many at least, is sparse. */
const SPARSE = 50;
const SPARSE_PLACES = 1e6;

const CELL = /<((?:\w+:)?c)(?=[\s>/])([^>]*?)\sr=["']([^"']*)["']([^>]*?)(\/?)>/g;
const ROW = /(<(?:\w+:)?row(?=[\s>/])[^>]*?\sr=["'])([^"']*)(["'])/g;
const EMPTY_ROW = /<(?:\w+:)?row(?=[\s>/])[^>]*?(?:\/>|>\s*<\/(?:\w+:)?row>)/g;
/** Tags of cells and rows, and those of them in which no mark of a tag stands in an attribute. */
const TAG = /<(?:\w+:)?(?:c|row)(?=[\s>/])/g;
const PLAIN_TAG = /<(?:\w+:)?(?:c|row)(?:\s+[\w:]+\s*=\s*(?:"[^"<>]*"|'[^'<>]*'))*\s*\/?>/g;
const LETTERS = 26;

/**
 * The XML of a sheet (ISO/IEC 29500) whose cells lie far apart, with rows and columns between that hold nothing left out:
 * as it is, one stray cell in the far corner stands for 17 thousand million places, for which the package that reads it makes
 * room. Null where the sheet is no such one.
 *
 * @throws Problem where the rows and columns that hold anything are more than a table may have
 * @throws Error where a cell has an address that is none
 */
export function withoutEmptyStretches(xml: string, where: string): string | null {
  if (countOf(xml, TAG) !== countOf(xml, PLAIN_TAG))
    throw new Error('a cell is written in a way that is not read');
  const rows = new Set<number>();
  const columns = new Set<number>();
  let [cells, bottom, right] = [0, 0, 1];
  for (const [, , , at, , closed] of xml.matchAll(CELL)) {
    const [column, row] = placeOf(at!);
    cells++;
    bottom = Math.max(bottom, row);
    right = Math.max(right, column);
    if (closed === '/') continue;
    rows.add(row);
    columns.add(column);
  }
  for (const [, , number] of xml.matchAll(ROW)) bottom = Math.max(bottom, rowNumber(number!));
  const places = bottom * right;
  if (places <= SPARSE_PLACES || places <= SPARSE * cells) return null;
  refuseTooLarge(rows.size, columns.size, where);
  const rowOf = amongThemselves(rows);
  const columnOf = amongThemselves(columns);
  return xml
    .replace(CELL, (_, tag: string, before: string, at: string, after: string, closed: string) => {
      if (closed === '/') return '';
      const [column, row] = placeOf(at);
      return `<${tag}${before} r="${columnLetters(columnOf.get(column)!)}${rowOf.get(row)!}"${after}>`;
    })
    .replace(EMPTY_ROW, '')
    .replace(ROW, (_, start: string, number: string, end: string) => {
      return `${start}${rowOf.get(Number(number)) ?? number}${end}`;
    });
}

function countOf(text: string, what: RegExp): number {
  let count = 0;
  what.lastIndex = 0;
  while (what.test(text)) count++;
  return count;
}

/** The places of numbers among themselves, from 1 on. */
const amongThemselves = (numbers: ReadonlySet<number>): ReadonlyMap<number, number> =>
  new Map([...numbers].sort((a, b) => a - b).map((number, place) => [number, place + 1]));

/** The column and the row of an address: [2, 3] of B3. @throws Error where it is none */
function placeOf(address: string): readonly [number, number] {
  const [, letters, digits] = /^([A-Z]{1,9})(\d+)$/.exec(address) ?? [];
  if (letters === undefined) throw new Error(`a cell at “${address.slice(0, 20)}”`);
  let column = 0;
  for (const letter of letters) column = column * LETTERS + letter.charCodeAt(0) - 64;
  return [column, rowNumber(digits!)];
}

function rowNumber(digits: string): number {
  if (!/^\d{1,12}$/.test(digits)) throw new Error(`a row numbered “${digits.slice(0, 20)}”`);
  return Number(digits);
}

function columnLetters(number: number): string {
  let letters = '';
  for (let left = number; left > 0; left = Math.floor((left - 1) / LETTERS)) {
    letters = String.fromCharCode(65 + ((left - 1) % LETTERS)) + letters;
  }
  return letters;
}
