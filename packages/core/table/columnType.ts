import { missingCount, type Column, type LevelColumn, type NumberColumn } from './column';
import { datesOf } from './dates';

export const COLUMN_TYPES = ['number', 'whole', 'ordered', 'category', 'yes-no', 'date', 'text'] as const;
/** What the entries of a column are. */
export type ColumnType = (typeof COLUMN_TYPES)[number];

export interface TypeGuess {
  readonly type: ColumnType;
  /** Why, in a few words for the analyst. */
  readonly reason: string;
}

const LONG_TEXT = 40;
const YES_NO = [
  ['yes', 'no'],
  ['y', 'n'],
  ['true', 'false'],
  ['t', 'f'],
  ['ja', 'nein'],
  ['oui', 'non'],
];
/** Words that stand in an order, lowest first. */
const SCALES = [
  ['very low', 'low', 'medium', 'moderate', 'middle', 'high', 'very high'],
  ['tiny', 'small', 'medium', 'large', 'huge'],
  ['never', 'rarely', 'seldom', 'sometimes', 'often', 'usually', 'always'],
  ['strongly disagree', 'disagree', 'neither', 'neutral', 'undecided', 'agree', 'strongly agree'],
  ['very poor', 'poor', 'fair', 'good', 'very good', 'excellent'],
  ['very early', 'early', 'middle', 'late', 'very late'],
  ['none', 'little', 'some', 'much', 'very much'],
  ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'],
];
/** A number at the start, as in "18–29", "2 – seldom" or "over 60", makes levels stand in an order. */
const NUMBERED = /^(?:under|below|over|above|up to|from|[<>≤≥])?\s*\d/i;

/** A first guess of what the entries of a column are; the analyst has the last word. */
export function guessType(column: Column, rows: number): TypeGuess {
  if (missingCount(column) === rows) return { type: 'text', reason: 'every entry is missing' };
  const guess = column.kind === 'number' ? guessNumber(column) : guessLevels(column);
  const odd = column.exceptions === null ? null : exceptionWords(column, rows);
  return odd === null ? guess : { ...guess, reason: `${guess.reason}; ${odd}` };
}

/** The levels in the order that their words or numbers have, or null where they have none that is known. */
export function knownOrder(levels: readonly string[]): string[] | null {
  const words = levels.map(level => level.toLowerCase());
  const scale = SCALES.find(names => words.every(word => names.includes(word)));
  if (scale !== undefined && levels.length > 1) {
    return [...levels].sort((a, b) => scale.indexOf(a.toLowerCase()) - scale.indexOf(b.toLowerCase()));
  }
  if (levels.length < 3 || !words.every(word => NUMBERED.test(word))) return null;
  const startOf = (level: string) => {
    const start = Number(/\d+(?:\.\d+)?/.exec(level)![0]);
    if (/^\s*(?:over|above|>)/i.test(level)) return start + 0.5;
    return /^\s*(?:under|below|up to|<)/i.test(level) ? start - 0.5 : start;
  };
  const starts = new Set(levels.map(startOf));
  return starts.size === levels.length ? [...levels].sort((a, b) => startOf(a) - startOf(b)) : null;
}

/** The two levels of a yes or no, no first; null where they are others. */
export function yesNo(levels: readonly string[]): readonly [string, string] | null {
  if (levels.length !== 2) return null;
  const words = levels.map(level => level.toLowerCase());
  const pair = YES_NO.find(both => words.every(word => both.includes(word)) && words[0] !== words[1]);
  if (pair === undefined) return null;
  return words[0] === pair[1] ? [levels[0]!, levels[1]!] : [levels[1]!, levels[0]!];
}

function guessNumber({ values, missing }: NumberColumn): TypeGuess {
  let binary = true;
  for (let row = 0; row < values.length; row++) {
    if (missing !== null && missing[row] === 1) continue;
    const value = values[row]!;
    if (!Number.isInteger(value)) return { type: 'number', reason: 'numbers with decimals' };
    if (value !== 0 && value !== 1) binary = false;
  }
  return binary
    ? { type: 'yes-no', reason: 'nothing but 0 and 1' }
    : { type: 'whole', reason: 'whole numbers' };
}

function guessLevels({ levels }: LevelColumn): TypeGuess {
  const pair = yesNo(levels);
  if (pair !== null) return { type: 'yes-no', reason: `nothing but “${pair[0]}” and “${pair[1]}”` };
  if (datesOf(levels) !== null) return { type: 'date', reason: 'entries are written as dates' };
  const characters = levels.reduce((sum, level) => sum + level.length, 0);
  if (levels.length > 2 && characters / levels.length > LONG_TEXT) {
    return { type: 'text', reason: 'long entries' };
  }
  if (knownOrder(levels) !== null) return { type: 'ordered', reason: 'the entries stand in an order' };
  return {
    type: 'category',
    reason: `${levels.length} different ${levels.length === 1 ? 'entry' : 'entries'}`,
  };
}

/** 3 of 286 entries are not numbers: “n.d.”, “<0.1”, “—” */
function exceptionWords(column: Column, rows: number): string {
  const distinct = [...new Set(column.exceptions!.texts)];
  const shown = distinct
    .slice(0, 3)
    .map(text => `“${text}”`)
    .join(', ');
  const count = column.exceptions!.texts.length;
  const what = column.kind === 'number' ? 'not numbers' : 'taken as missing';
  return `${count} of ${rows} entries ${count === 1 ? 'is' : 'are'} ${what}: ${shown}${distinct.length > 3 ? ' …' : ''}`;
}
