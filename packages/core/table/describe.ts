import { quietHost, type Host } from '../host';
import { missingCount, type Column, type LevelColumn, type NumberColumn } from './column';
import { quantile } from './quantile';
import { guessRole, type RoleGuess } from './role';
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
  readonly histogram: Histogram;
  readonly guess: RoleGuess;
}

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
}

export type ColumnDescription = NumberDescription | LevelDescription;

const COMMONEST = 5;
const MOST_BINS = 16;

/** What each column holds, in the table's order. */
export function describeTable(table: Table, host: Host = quietHost): ColumnDescription[] {
  return table.columns.map((column, index) => {
    host.progress(index / table.columns.length);
    return describeColumn(column, table.rows);
  });
}

/** What a column of `rows` entries holds. Figures over the entries that are present. */
export function describeColumn(column: Column, rows: number): ColumnDescription {
  const missing = missingCount(column);
  const shared = { name: column.name, present: rows - missing, missing, guess: guessRole(column, rows) };
  return column.kind === 'number'
    ? { kind: 'number', ...shared, ...describeNumbers(column) }
    : { kind: 'levels', ...shared, ...describeLevels(column) };
}

function describeNumbers(column: NumberColumn) {
  const sorted = presentNumbers(column).sort();
  const n = sorted.length;
  let sum = 0;
  for (const value of sorted) sum += value;
  const mean = sum / n;
  let squares = 0;
  for (const value of sorted) squares += (value - mean) * (value - mean);
  return {
    mean,
    sd: n > 1 ? Math.sqrt(squares / (n - 1)) : NaN,
    least: quantile(sorted, 0),
    lowerQuartile: quantile(sorted, 0.25),
    median: quantile(sorted, 0.5),
    upperQuartile: quantile(sorted, 0.75),
    most: quantile(sorted, 1),
    decimals: decimalsOf(column),
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

function presentNumbers(column: NumberColumn): Float64Array {
  const { values, missing } = column;
  const present = new Float64Array(values.length - missingCount(column));
  let next = 0;
  for (let row = 0; row < values.length; row++) {
    if (missing === null || missing[row] === 0) present[next++] = values[row]!;
  }
  return present;
}

/** A histogram of sorted numbers in at most 16 bins; whole numbers over a short range get a bin each. */
export function histogram(sorted: Float64Array): Histogram {
  const n = sorted.length;
  if (n === 0) return { from: 0, to: 0, counts: [] };
  const from = sorted[0]!;
  const to = sorted[n - 1]!;
  if (from === to) return { from, to, counts: [n] };
  const steps = to - from + 1;
  const each = steps <= MOST_BINS && sorted.every(Number.isInteger);
  const bins = each ? steps : Math.max(4, Math.min(MOST_BINS, Math.ceil(Math.sqrt(n))));
  const counts = new Array<number>(bins).fill(0);
  for (const value of sorted) {
    // Halved first: the range of two huge numbers of unlike sign would overflow.
    const place = (value / 2 - from / 2) / (to / 2 - from / 2);
    counts[Math.min(bins - 1, Math.floor(place * bins))]!++;
  }
  return { from, to, counts };
}

function describeLevels(column: LevelColumn) {
  const counts = new Uint32Array(column.levels.length);
  for (let row = 0; row < column.codes.length; row++) {
    if (column.missing?.[row] !== 1) counts[column.codes[row]!]!++;
  }
  const order = [...counts.keys()].sort((a, b) => counts[b]! - counts[a]! || a - b).slice(0, COMMONEST);
  return {
    distinct: column.levels.length,
    commonest: order.map(code => ({ level: column.levels[code]!, count: counts[code]! })),
  };
}
