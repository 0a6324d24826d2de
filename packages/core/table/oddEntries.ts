import type { NumberColumn } from './column';
import { isMissingText } from './numberText';

/** So many of them are named, with so much of each. */
const NAMED = 3;
const LONGEST = 20;

/** The entries of a column of numbers that are none and do not stand for a missing one. */
export interface OddEntries {
  readonly count: number;
  /** The first of them, each with its row. */
  readonly named: string;
}

/** Entries that are no numbers among those of a column that holds numbers; null where there are none. */
export function oddEntries({ exceptions }: NumberColumn): OddEntries | null {
  if (exceptions === null) return null;
  const odd = [...exceptions.texts.keys()].filter(index => !isMissingText(exceptions.texts[index]!));
  if (odd.length === 0) return null;
  const named = odd
    .slice(0, NAMED)
    .map(index => `“${shortened(exceptions.texts[index]!)}” in row ${exceptions.rows[index]! + 1}`)
    .join(', ');
  return { count: odd.length, named: odd.length > NAMED ? `${named} and ${odd.length - NAMED} more` : named };
}

function shortened(text: string): string {
  const letters = [...text];
  return letters.length <= LONGEST ? text : `${letters.slice(0, LONGEST - 1).join('')}…`;
}
