import type { Column, Exceptions, LevelColumn, NumberColumn } from './column';
import { narrowCodes, narrowNumbers } from './narrow';
import { isMissingText, shortestDecimal, parseNumber } from './numberText';

/** At least this share of the entries must be numbers for a column to hold numbers. */
const NUMBER_SHARE = 0.8;

/** Takes the entries of one column from top to bottom, in constant room per number. */
export interface ColumnBuilder {
  readonly add: (text: string) => void;
  readonly finish: (name: string) => Column;
}

/**
 * Numbers are stored as numbers at once; an entry whose text cannot be had back from its number ("1.50", "n.d.") is
 * kept beside them, so that nothing is lost if the column turns out not to hold numbers.
 */
export function columnBuilder(decimal: '.' | ','): ColumnBuilder {
  let values = new Float64Array(1024);
  let rows = 0;
  let numbers = 0;
  let present = 0;
  const oddRows: number[] = [];
  const oddTexts: string[] = [];

  function add(text: string): void {
    if (rows === values.length) values = grown(values);
    const plain = decimal === '.' ? shortestDecimal(text) : NaN;
    if (!Number.isNaN(plain)) {
      values[rows++] = plain;
      present++;
      numbers++;
      return;
    }
    const value = parseNumber(text, decimal);
    values[rows] = value;
    if (Number.isNaN(value)) {
      if (!isMissingText(text)) present++;
      if (text !== '') keepOdd(text);
    } else {
      present++;
      numbers++;
      if (String(value) !== text) keepOdd(text);
    }
    rows++;
  }

  function keepOdd(text: string): void {
    oddRows.push(rows);
    oddTexts.push(text);
  }

  function finish(name: string): Column {
    const holdsNumbers = numbers > 0 && numbers >= NUMBER_SHARE * present;
    return holdsNumbers
      ? finishNumbers(name, values, rows, oddRows, oddTexts)
      : finishLevels(name, values, rows, oddRows, oddTexts);
  }

  return { add, finish };
}

function finishNumbers(
  name: string,
  values: Float64Array,
  rows: number,
  oddRows: readonly number[],
  oddTexts: readonly string[],
): NumberColumn {
  const missing = new Uint8Array(rows);
  let anyMissing = false;
  for (let row = 0; row < rows; row++) {
    if (Number.isNaN(values[row]!)) {
      missing[row] = 1;
      anyMissing = true;
    }
  }
  const mask = anyMissing ? missing : null;
  return {
    kind: 'number',
    name,
    values: narrowNumbers(values, rows, mask),
    missing: mask,
    exceptions: exceptionsAmong(missing, oddRows, oddTexts),
  };
}

function exceptionsAmong(
  missing: Uint8Array,
  oddRows: readonly number[],
  oddTexts: readonly string[],
): Exceptions | null {
  const kept = oddRows.map((_, index) => index).filter(index => missing[oddRows[index]!] === 1);
  if (kept.length === 0) return null;
  return {
    rows: Uint32Array.from(kept, index => oddRows[index]!),
    texts: kept.map(index => oddTexts[index]!),
  };
}

function finishLevels(
  name: string,
  values: Float64Array,
  rows: number,
  oddRows: readonly number[],
  oddTexts: readonly string[],
): LevelColumn {
  const wide = new Uint32Array(rows);
  const missing = new Uint8Array(rows);
  const codeOf = new Map<string, number>();
  let anyMissing = false;
  let odd = 0;
  for (let row = 0; row < rows; row++) {
    const isOdd = oddRows[odd] === row;
    const text = (isOdd ? oddTexts[odd]! : Number.isNaN(values[row]!) ? '' : String(values[row])).trim();
    if (isOdd) odd++;
    if (isMissingText(text)) {
      missing[row] = 1;
      anyMissing = true;
      continue;
    }
    let code = codeOf.get(text);
    if (code === undefined) codeOf.set(text, (code = codeOf.size));
    wide[row] = code;
  }
  const levels = [...codeOf.keys()].sort(compareLevels);
  const rank = new Uint32Array(levels.length);
  levels.forEach((level, index) => (rank[codeOf.get(level)!] = index));
  const codes = narrowCodes(rows, levels.length);
  for (let row = 0; row < rows; row++) codes[row] = missing[row] === 1 ? 0 : rank[wide[row]!]!;
  return { kind: 'levels', name, codes, levels, missing: anyMissing ? missing : null };
}

const collator = new Intl.Collator('en', { numeric: true });

/** Levels stand in an order that does not depend on the rows': numbers within them by size, then by letter. */
function compareLevels(a: string, b: string): number {
  return collator.compare(a, b) || (a < b ? -1 : 1);
}

function grown(values: Float64Array<ArrayBuffer>): Float64Array<ArrayBuffer> {
  const larger = new Float64Array(values.length * 2);
  larger.set(values);
  return larger;
}
