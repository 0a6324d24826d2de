import { missingCount, type Column, type LevelColumn, type NumberColumn } from './column';

/** What a column is for. */
export const ROLES = ['measure', 'label', 'identity', 'text', 'weight', 'aside'] as const;
export type Role = (typeof ROLES)[number];

export interface RoleGuess {
  readonly role: Role;
  /** Why, in a few words for the analyst. */
  readonly reason: string;
}

const IDENTITY_NAME =
  /^(id|no|nr|number|index|row|case|key|code|sample|record)$|(^|[\s_.-])(id|no|nr|index)$/i;
const WEIGHT_NAME = /^(case|sampling|survey|design|sample|row|frequency)[\s_.-]?weights?$/i;
const LONG_TEXT = 40;

/** A first guess of what a column is for; the analyst has the last word. */
export function guessRole(column: Column, rows: number): RoleGuess {
  const present = rows - missingCount(column);
  if (present === 0) return { role: 'aside', reason: 'every entry is missing' };
  return column.kind === 'number' ? guessNumber(column, present) : guessLevels(column, present);
}

/** Whether a column can have a role: only numbers measure and weigh. */
export function canHaveRole(column: Column, role: Role): boolean {
  return column.kind === 'number' || (role !== 'measure' && role !== 'weight');
}

function guessNumber(column: NumberColumn, present: number): RoleGuess {
  if (WEIGHT_NAME.test(column.name) && isPositive(column)) {
    return { role: 'weight', reason: 'positive numbers, named as a weight' };
  }
  if (IDENTITY_NAME.test(column.name) && present > 2 && areDistinctWholeNumbers(column)) {
    return { role: 'identity', reason: 'whole numbers, each once, named as a number of the row' };
  }
  if (column.exceptions !== null) {
    return { role: 'measure', reason: `numbers, but for ${column.exceptions.texts.length} entries` };
  }
  return { role: 'measure', reason: 'numbers' };
}

function guessLevels(column: LevelColumn, present: number): RoleGuess {
  const distinct = column.levels.length;
  const characters = column.levels.reduce((sum, level) => sum + level.length, 0);
  if (distinct > 2 && characters / distinct > LONG_TEXT) return { role: 'text', reason: 'long entries' };
  if (present > 2 && distinct >= 0.9 * present)
    return { role: 'identity', reason: 'nearly every entry once' };
  return { role: 'label', reason: `${distinct} different ${distinct === 1 ? 'entry' : 'entries'}` };
}

function isPositive(column: NumberColumn): boolean {
  return column.values.every((value, row) => value > 0 || column.missing?.[row] === 1);
}

function areDistinctWholeNumbers(column: NumberColumn): boolean {
  const seen = new Set<number>();
  for (let row = 0; row < column.values.length; row++) {
    if (column.missing?.[row] === 1) continue;
    const value = column.values[row]!;
    if (!Number.isInteger(value) || seen.has(value)) return false;
    seen.add(value);
  }
  return true;
}
