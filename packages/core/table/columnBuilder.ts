import type { Column, Exceptions, LevelColumn, NumberColumn } from './column';
import { knownOrder } from './columnType';
import { compareLevels } from './levels';
import { narrowCodes, narrowNumbers } from './narrow';
import { isMissingText, parseNumber, shortestDecimal, type Marks } from './numberText';

/** At least this share of the entries must be numbers for a column to hold numbers. */
const NUMBER_SHARE = 0.8;
/** Where the numbers are as good as all unlike, as measured ones are and codes of a few kinds are not, fewer do. */
const UNLIKE_SHARE = 0.5;
const UNLIKE = 0.7;
const LEAST_NUMBERS = 5;
const BYTES = 256;
const ZERO = 48;

/** Takes the entries of one column from top to bottom, in constant room per number. */
export interface ColumnBuilder {
  readonly add: (text: string) => void;
  /** A number that a file holds as a number; NaN is missing. */
  readonly addNumber: (value: number) => void;
  /** So many missing entries at once. */
  readonly addGaps: (count: number) => void;
  /** Takes a block where it holds nothing but whole numbers from 0 to 255, and says whether it did. */
  readonly addBytes: (values: ArrayLike<unknown>) => boolean;
  /** What was taken in so far, to be appended to another builder. */
  readonly taken: () => Taken;
  /** Takes what a builder of the same marks has taken from the rows that follow. */
  readonly append: (part: Taken) => void;
  readonly finish: (name: string) => Column;
}

/** What a builder has taken in. */
export interface Taken {
  /** The numbers, 0 where there is none. */
  readonly values: Uint8Array | Float64Array;
  readonly rows: number;
  /** 1 where the entry is no number; null when all are. */
  readonly gaps: Uint8Array | null;
  /** Entries whose text cannot be had back from their number ("1.50", "n.d."). */
  readonly oddRows: readonly number[];
  readonly oddTexts: readonly string[];
  /** Entries that are numbers, and those that are there at all. */
  readonly numbers: number;
  readonly present: number;
}

export const PLAIN_MARKS: Marks = { decimal: '.', thousands: 'any' };

/**
 * Numbers are stored as numbers at once, a byte each while they fit; an entry whose text cannot be had back from its
 * number is kept beside them, so that nothing is lost if the column turns out not to hold numbers.
 */
export function columnBuilder(marks: Marks = PLAIN_MARKS): ColumnBuilder {
  const plainPoints = marks.decimal === '.';
  let values: Uint8Array<ArrayBuffer> | Float64Array<ArrayBuffer> = new Uint8Array(1024);
  let narrow = true;
  let gaps: Uint8Array<ArrayBuffer> | null = null;
  let rows = 0;
  let numbers = 0;
  let present = 0;
  const oddRows: number[] = [];
  const oddTexts: string[] = [];

  function put(value: number): void {
    if (rows === values.length) grow(2 * rows);
    if (narrow && !(value >= 0 && value < BYTES && Number.isInteger(value) && !Object.is(value, -0))) widen();
    values[rows++] = value;
    present++;
    numbers++;
  }

  function widen(): void {
    values = Float64Array.from(values);
    narrow = false;
  }

  function putGap(): void {
    if (rows === values.length) grow(2 * rows);
    gaps ??= new Uint8Array(values.length);
    gaps[rows++] = 1;
  }

  function grow(size: number): void {
    const larger = narrow ? new Uint8Array(size) : new Float64Array(size);
    larger.set(values);
    values = larger;
    if (gaps !== null) {
      const more = new Uint8Array(size);
      more.set(gaps);
      gaps = more;
    }
  }

  /** A first block may well be the whole column. */
  function makeRoom(more: number): void {
    if (values.length < rows + more) grow(rows === 0 ? more : Math.max(2 * values.length, rows + more));
  }

  function add(text: string): void {
    if (text.length === 1) {
      // A digit by itself is the commonest entry of wide tables.
      const digit = text.charCodeAt(0) - ZERO;
      if (digit >= 0 && digit <= 9) {
        if (rows === values.length) grow(2 * rows);
        values[rows++] = digit;
        present++;
        numbers++;
        return;
      }
    }
    const plain = plainPoints ? shortestDecimal(text) : NaN;
    if (plain === plain) put(plain);
    else addOther(text);
  }

  function addOther(text: string): void {
    if (text === '') return putGap();
    const value = parseNumber(text, marks);
    if (Number.isNaN(value)) {
      if (!isMissingText(text)) present++;
      keepOdd(text);
      putGap();
    } else {
      if (String(value) !== text) keepOdd(text);
      put(value);
    }
  }

  function keepOdd(text: string): void {
    oddRows.push(rows);
    oddTexts.push(text);
  }

  function addNumber(value: number): void {
    if (Number.isFinite(value)) put(value);
    else putGap();
  }

  function addGaps(count: number): void {
    if (count === 0) return;
    makeRoom(count);
    gaps ??= new Uint8Array(values.length);
    gaps.fill(1, rows, rows + count);
    rows += count;
  }

  function addBytes(block: ArrayLike<unknown>): boolean {
    if (!narrow) return false;
    makeRoom(block.length);
    if (!putBytes(values as Uint8Array, rows, block)) return false;
    rows += block.length;
    present += block.length;
    numbers += block.length;
    return true;
  }

  const taken = (): Taken => ({
    values: values.subarray(0, rows),
    rows,
    gaps: gaps?.slice(0, rows) ?? null,
    oddRows,
    oddTexts,
    numbers,
    present,
  });

  function append(part: Taken): void {
    makeRoom(part.rows);
    if (narrow && part.values.BYTES_PER_ELEMENT > 1) widen();
    values.set(part.values, rows);
    if (part.gaps !== null) {
      gaps ??= new Uint8Array(values.length);
      gaps.set(part.gaps, rows);
    }
    for (const row of part.oddRows) oddRows.push(rows + row);
    for (const text of part.oddTexts) oddTexts.push(text);
    rows += part.rows;
    present += part.present;
    numbers += part.numbers;
  }

  function holdsUnlikeNumbers(): boolean {
    if (numbers < LEAST_NUMBERS || numbers < UNLIKE_SHARE * present) return false;
    const distinct = new Set<number>();
    for (let row = 0; row < rows; row++) if (gaps?.[row] !== 1) distinct.add(values[row]!);
    return distinct.size >= UNLIKE * numbers;
  }

  function finish(name: string): Column {
    const most = numbers > 0 && numbers >= NUMBER_SHARE * present;
    return most || holdsUnlikeNumbers() ? finishNumbers(name, taken()) : finishLevels(name, taken());
  }

  return { add, addNumber, addGaps, addBytes, taken, append, finish };
}

/** Puts a block that holds nothing but whole numbers from 0 to 255, or nothing; says whether it did. */
function putBytes(bytes: Uint8Array, at: number, block: ArrayLike<unknown>): boolean {
  if (block instanceof Uint8Array) {
    bytes.set(block, at);
    return true;
  }
  for (let i = 0; i < block.length; i++) {
    const value = block[i];
    if (typeof value !== 'number' || (value & 0xff) !== value || Object.is(value, -0)) {
      bytes.fill(0, at, at + i);
      return false;
    }
    bytes[at + i] = value;
  }
  return true;
}

function finishNumbers(name: string, { values, rows, gaps, oddRows, oddTexts }: Taken): NumberColumn {
  return {
    kind: 'number',
    name,
    values: values instanceof Uint8Array ? trimmed(values) : narrowNumbers(values, rows, gaps),
    missing: gaps,
    exceptions: gaps === null ? null : exceptionsAmong(gaps, oddRows, oddTexts),
  };
}

/** On a buffer of its own size. */
function trimmed(values: Uint8Array): Uint8Array {
  return values.length === values.buffer.byteLength ? values : values.slice();
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

function finishLevels(name: string, { values, rows, gaps, oddRows, oddTexts }: Taken): LevelColumn {
  let odd = 0;
  const builder = levelsBuilder(rows);
  for (let row = 0; row < rows; row++) {
    const isOdd = oddRows[odd] === row;
    builder.add(isOdd ? oddTexts[odd]! : gaps?.[row] === 1 ? '' : String(values[row]));
    if (isOdd) odd++;
  }
  return builder.finish(name);
}

/** Takes the entries of a column of levels from top to bottom. */
export function levelsBuilder(rows: number, isMissing: (text: string) => boolean = isMissingText) {
  const wide = new Uint32Array(rows);
  const missing = new Uint8Array(rows);
  const codeOf = new Map<string, number>();
  const oddRows: number[] = [];
  const oddTexts: string[] = [];
  let next = 0;
  let anyMissing = false;

  function add(entry: string): void {
    const row = next++;
    const text = entry.trim();
    if (isMissing(text)) {
      missing[row] = 1;
      anyMissing = true;
      if (text === '') return;
      oddRows.push(row);
      oddTexts.push(text);
      return;
    }
    let code = codeOf.get(text);
    if (code === undefined) codeOf.set(text, (code = codeOf.size));
    wide[row] = code;
  }

  /** @param order the levels that come first, in this order */
  function finish(name: string, order: readonly string[] = []): LevelColumn {
    const placed = order.filter(level => codeOf.has(level));
    const natural = [...codeOf.keys()].sort(compareLevels);
    const others = (knownOrder(natural) ?? natural).filter(level => !placed.includes(level));
    const levels = [...placed, ...others];
    const rank = new Uint32Array(levels.length);
    levels.forEach((level, index) => (rank[codeOf.get(level)!] = index));
    const codes = narrowCodes(rows, levels.length);
    for (let row = 0; row < rows; row++) codes[row] = missing[row] === 1 ? 0 : rank[wide[row]!]!;
    const exceptions = oddRows.length === 0 ? null : { rows: Uint32Array.from(oddRows), texts: oddTexts };
    return { kind: 'levels', name, codes, levels, missing: anyMissing ? missing : null, exceptions };
  }

  return { add, finish };
}
