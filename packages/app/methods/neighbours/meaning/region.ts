import type { Apart } from '@wold/core/methods/neighbours/settings';
import type { Region } from '@wold/core/methods/neighbours/setApart';

/** A region in a few words. */
export const regionWord = (apart: NonNullable<Apart>): string =>
  apart === 'selected' ? 'the selected rows' : `${apart.column} ${apart.level}`;

/** The rows that are held against the others; null where none are chosen. */
export function regionOf(apart: Apart, selection: readonly number[]): Region | null {
  if (apart === null) return null;
  if (apart !== 'selected') return { kind: 'level', ...apart };
  return selection.length === 0 ? null : { kind: 'rows', rows: [...selection].sort((a, b) => a - b) };
}
