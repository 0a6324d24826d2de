import { quietHost, type Host } from '../host';
import { guessType, type TypeGuess } from './columnType';
import { isMissing, missingCount, type Column, type LevelColumn, type NumberColumn } from './column';
import { missingCodes, type MissingCode } from './missingCodes';
import { meanOf, sdOf } from './moments';
import { sortedOf } from './order';
import { quantile } from './quantile';
import { shapeOf } from './shape';
import { guessRoles, type RoleGuess } from './role';
import type { Table } from './table';

export interface NumberDescription {
  readonly kind: 'number';
  readonly name: string;
  readonly present: number;
  readonly missing: number;
  readonly mean: number;
  /** Standard deviation, divisor n − 1; NaN for fewer than two numbers. */
  readonly sd: number;
  readonly least: number;
  readonly lowerQuartile: number;
  readonly median: number;
  readonly upperQuartile: number;
  readonly most: number;
  /** Decimals that the column's numbers are written with, judged from its first entries. */
  readonly decimals: number;
  readonly distinct: number;
  readonly zeros: number;
  readonly skewness: number;
  readonly kurtosis: number;
  readonly histogram: Histogram;
  readonly guess: RoleGuess;
  readonly type: TypeGuess;
  /** Entries that stand, or may stand, for missing ones. */
  readonly codes: readonly MissingCode[];
  readonly remark: Remark | null;
}

/** Something to know of a column before it is used. */
export type Remark =
  | { readonly kind: 'constant' }
  /** Nearly every entry is the same: the share that is. */
  | { readonly kind: 'near-constant'; readonly share: number }
  /** Entry for entry the same as an earlier column. */
  | { readonly kind: 'copy'; readonly of: string };

/** Counts in bins of equal width from `from` to `to`; the last bin holds its upper end. */
export interface Histogram {
  readonly from: number;
  readonly to: number;
  readonly counts: readonly number[];
}

export interface LevelDescription {
  readonly kind: 'levels';
  readonly name: string;
  readonly present: number;
  readonly missing: number;
  readonly distinct: number;
  /** The commonest entries, most first. */
  readonly commonest: readonly { readonly level: string; readonly count: number }[];
  readonly guess: RoleGuess;
  readonly type: TypeGuess;
  readonly codes: readonly MissingCode[];
  readonly remark: Remark | null;
}

export type ColumnDescription = NumberDescription | LevelDescription;

const COMMONEST = 5;
const MOST_BINS = 16;

/** What each column holds, in the table's order. */
export function describeTable(table: Table, host: Host = quietHost): ColumnDescription[] {
  const originals = new Map<number, Column[]>();
  const guesses = guessRoles(table);
  return table.columns.map((column, index) => {
    host.progress(index / table.columns.length);
    const description = describeColumn(column, table.rows, guesses[index]!);
    const mark = fingerprint(column);
    const alike = originals.get(mark) ?? [];
    const original = alike.find(other => sameEntries(other, column));
    if (original === undefined) originals.set(mark, [...alike, column]);
    else if (description.remark === null) {
      return { ...description, remark: { kind: 'copy', of: original.name } };
    }
    return description;
  });
}

/** What a column of `rows` entries holds. Figures over the entries that are present. */
export function describeColumn(
  column: Column,
  rows: number,
  guess: RoleGuess = guessRoles({ columns: [column], rows })[0]!,
): ColumnDescription {
  const missing = missingCount(column);
  const shared = {
    name: column.name,
    present: rows - missing,
    missing,
    guess,
    type: guessType(column, rows),
    codes: missingCodes(column),
  };
  return column.kind === 'number'
    ? { kind: 'number', ...shared, ...describeNumbers(column) }
    : { kind: 'levels', ...shared, ...describeLevels(column) };
}

/** A number that equal entries share (Fowler, Noll and Vo's hash): few others do. */
function fingerprint(column: Column): number {
  let hash = 0x811c9dc5;
  const take = (part: number) => (hash = Math.imul(hash ^ part, 0x01000193));
  if (column.kind === 'levels') {
    for (const code of column.codes) take(code);
    for (const level of column.levels) take(level.length);
  } else if (column.values instanceof Float32Array || column.values instanceof Float64Array) {
    for (const part of new Uint32Array(Float64Array.from(column.values).buffer)) take(part);
  } else for (const value of column.values) take(value);
  return hash;
}

function sameEntries(a: Column, b: Column): boolean {
  const rows = a.kind === 'levels' ? a.codes.length : a.values.length;
  if (a.kind !== b.kind) return false;
  if (a.kind === 'levels' && a.levels.join('\0') !== (b as LevelColumn).levels.join('\0')) return false;
  const [x, y] = [entriesOf(a), entriesOf(b)];
  for (let row = 0; row < rows; row++) {
    if (x[row] !== y[row] || isMissing(a, row) !== isMissing(b, row)) return false;
  }
  return true;
}

const entriesOf = (column: Column) => (column.kind === 'levels' ? column.codes : column.values);

/** A column with nothing but this share of one entry is nearly constant. */
const NEARLY_ALL = 0.95;

function remarkOn(commonest: number, present: number): Remark | null {
  if (present < 2) return null;
  if (commonest === present) return { kind: 'constant' };
  return commonest >= NEARLY_ALL * present ? { kind: 'near-constant', share: commonest / present } : null;
}

function describeNumbers(column: NumberColumn) {
  const sorted = sortedNumbers(column);
  return {
    mean: meanOf(sorted),
    sd: sdOf(sorted),
    least: quantile(sorted, 0),
    lowerQuartile: quantile(sorted, 0.25),
    median: quantile(sorted, 0.5),
    upperQuartile: quantile(sorted, 0.75),
    most: quantile(sorted, 1),
    decimals: decimalsOf(column),
    ...runsOf(sorted),
    ...shapeOf(sorted),
    histogram: histogram(sorted),
  };
}

const LOOKED_AT = 500;
const MOST_DECIMALS = 6;

function decimalsOf({ values }: NumberColumn): number {
  let most = 0;
  for (let row = 0; row < Math.min(values.length, LOOKED_AT) && most < MOST_DECIMALS; row++) {
    const text = String(values[row]);
    const point = text.indexOf('.');
    if (point >= 0 && !text.includes('e')) most = Math.max(most, text.length - point - 1);
  }
  return Math.min(most, MOST_DECIMALS);
}

/** Distinct numbers, zeros, and whether one number is nearly all, from sorted numbers. */
function runsOf(sorted: Float64Array) {
  let distinct = 0;
  let zeros = 0;
  let longest = 0;
  for (let from = 0; from < sorted.length;) {
    let to = from + 1;
    while (to < sorted.length && sorted[to] === sorted[from]) to++;
    distinct++;
    longest = Math.max(longest, to - from);
    if (sorted[from] === 0) zeros = to - from;
    from = to;
  }
  return { distinct, zeros, remark: remarkOn(longest, sorted.length) };
}

/** The numbers that are there, ascending; many whole numbers of a short range are counted rather than sorted. */
function sortedNumbers(column: NumberColumn): Float64Array {
  const { values, missing } = column;
  const numbers = new Float64Array(values.length - missingCount(column));
  let next = 0;
  let [least, most] = [Infinity, -Infinity];
  for (let row = 0; row < values.length; row++) {
    if (missing !== null && missing[row] !== 0) continue;
    const value = (numbers[next++] = values[row]!);
    if (value < least) least = value;
    if (value > most) most = value;
  }
  const range = next === 0 ? Infinity : most - least;
  const small = values.BYTES_PER_ELEMENT <= 2 && range < next;
  return small ? countedInOrder(numbers, least, most) : sortedOf(numbers);
}

/** Whole numbers from `least` to `most`, put in order where they stand. */
function countedInOrder(numbers: Float64Array, least: number, most: number): Float64Array {
  const counts = new Uint32Array(most - least + 1);
  for (const value of numbers) counts[value - least]!++;
  let next = 0;
  counts.forEach((count, place) => {
    numbers.fill(place + least, next, next + count);
    next += count;
  });
  return numbers;
}

/**
 * A histogram of sorted numbers in at most 16 bins; whole numbers over a short range get a bin each.
 *
 * @param upTo what each number and all before it weigh together; null where each counts once
 */
export function histogram(sorted: Float64Array, upTo: Float64Array | null = null): Histogram {
  const n = sorted.length;
  if (n === 0) return { from: 0, to: 0, counts: [] };
  const from = sorted[0]!;
  const to = sorted[n - 1]!;
  const all = upTo?.[n - 1] ?? n;
  if (from === to) return { from, to, counts: [all] };
  const steps = to - from + 1;
  const each = steps <= MOST_BINS && sorted.every(Number.isInteger);
  const bins = each ? steps : Math.max(4, Math.min(MOST_BINS, Math.ceil(Math.sqrt(all))));
  const counts = new Array<number>(bins).fill(0);
  sorted.forEach((value, i) => {
    // Halved first: the range of two huge numbers of unlike sign would overflow.
    const place = (value / 2 - from / 2) / (to / 2 - from / 2);
    const weight = upTo === null ? 1 : upTo[i]! - (i > 0 ? upTo[i - 1]! : 0);
    counts[Math.min(bins - 1, Math.floor(place * bins))]! += weight;
  });
  return { from, to, counts };
}

function describeLevels(column: LevelColumn) {
  const counts = new Uint32Array(column.levels.length);
  for (let row = 0; row < column.codes.length; row++) {
    if (column.missing?.[row] !== 1) counts[column.codes[row]!]!++;
  }
  const present = counts.reduce((sum, count) => sum + count, 0);
  const order = [...counts.keys()].sort((a, b) => counts[b]! - counts[a]! || a - b).slice(0, COMMONEST);
  return {
    distinct: column.levels.length,
    remark: remarkOn(order.length === 0 ? 0 : counts[order[0]!]!, present),
    commonest: order.map(code => ({ level: column.levels[code]!, count: counts[code]! })),
  };
}
