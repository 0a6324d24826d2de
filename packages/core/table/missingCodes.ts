import { type Column, type NumberColumn } from './column';

/** An entry that stands, or may stand, for a missing one. */
export interface MissingCode {
  readonly text: string;
  readonly count: number;
  /** Words count as missing when a file is read; numbers only when the analyst says so. */
  readonly counted: boolean;
}

/** Numbers that are often written where there is none. */
const CODES = new Set([-1, -7, -8, -9, -77, -88, -99, -777, -888, -999, -9999, -99999, 77, 88, 99, 777, 888, 999, 9999, 99999]); // prettier-ignore
const MOST_NAMED = 20;

/**
 * Entries of a column that stand for a missing one: words that were taken as such, and numbers of the usual kind that
 * lie well apart from all others (beyond their range by at least half of it, or below zero where no other is).
 */
export function missingCodes(column: Column): MissingCode[] {
  const counts = new Map<string, number>();
  for (const text of column.exceptions?.texts ?? []) counts.set(text, (counts.get(text) ?? 0) + 1);
  const words = [...counts].map(([text, count]) => ({ text, count, counted: true }));
  return [...words, ...(column.kind === 'number' ? numberCodes(column) : [])].slice(0, MOST_NAMED);
}

function numberCodes({ values, missing }: NumberColumn): MissingCode[] {
  const counts = new Map<number, number>();
  let [least, most] = [Infinity, -Infinity];
  let whole = true;
  for (let row = 0; row < values.length; row++) {
    if (missing !== null && missing[row] === 1) continue;
    const value = values[row]!;
    if (CODES.has(value)) counts.set(value, (counts.get(value) ?? 0) + 1);
    else {
      if (value < least) least = value;
      if (value > most) most = value;
      whole &&= Number.isInteger(value);
    }
  }
  // The steps of a design, and no code.
  if (least >= 0 && most === 1 && whole && counts.has(-1)) return [];
  if (counts.size === 0 || !(most > least)) return [];
  const reach = (most - least) / 2;
  const apart = (code: number) =>
    code < 0 ? code < least && (least >= 0 || code < least - reach) : code > most + reach;
  return [...counts]
    .filter(([code]) => apart(code))
    .map(([code, count]) => ({ text: String(code), count, counted: false }));
}
