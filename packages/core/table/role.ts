import { missingCount, type Column, type LevelColumn, type NumberColumn } from './column';
import { oddEntries } from './oddEntries';
import type { Scene } from './scene/scene';
import type { RelationMatrix, Table } from './table';

/** What a column is for. */
export const ROLES = ['measure', 'label', 'identity', 'text', 'weight', 'aside'] as const;
export type Role = (typeof ROLES)[number];

export interface RoleGuess {
  readonly role: Role;
  /** Why, in a few words for the analyst. */
  readonly reason: string;
  /** Whether the analyst should look at it: numbers that were kept out of the measures. */
  readonly doubtful?: true;
}

const IDENTITY_NAME =
  /^(id|no|nr|number|index|row|case|key|code|sample|record)$|(^|[\s_.-])(id|no|nr|index)$/i;
/** Words for what tells rows apart into a few kinds. */
const CLASS_NAME =
  /(^|[\s_.-])(class(es)?|group|cluster|category|type|kind|species|sex|gender|label|target|outcome|batch|block|site|treatment)([\s_.-]?(id|no|nr|code))?$/i;
const WEIGHT_NAME = /^(case|sampling|survey|design|sample|row|frequency)[\s_.-]?weights?$/i;
const LONG_TEXT = 40;
/** Entries of so many words on average read as a text, such as titles; names have fewer. */
const WORDS_OF_TEXT = 3;

/**
 * A first guess of what each column is for, seen beside the others; the analyst has the last word. An identifier or a
 * class in numbers is kept out of the measures, and said to be doubtful.
 */
export function guessRoles(table: Pick<Table, 'columns' | 'rows'> & Partial<Table>): RoleGuess[] {
  const { columns, rows, matrix = null, source } = table;
  if (source?.format === 'scene') return rolesOfBands(columns, source.scene);
  if (matrix !== null) return rolesBeside(columns, rows, matrix);
  const guesses = columns.map(column => guessRole(column, rows));
  const measures = columns.filter((_, j) => guesses[j]!.role === 'measure');
  const few = measures.map(column => fewLevels(column as NumberColumn));
  const others = measures.filter((_, m) => few[m] === null);
  const whole = others.filter(column => isWhole(column, LOOKED_AT)).length;
  // Among measured numbers a column of a few whole ones stands out; among ratings or counts it does not.
  const standsOut =
    others.length >= LEAST_OTHERS && 2 * whole < others.length && 2 * others.length > measures.length;
  const levelsOf = new Map(measures.map((column, m) => [column, few[m]!]));
  return columns.map((column, j) => {
    // Beside hardly any number, words are what there is to reduce.
    if (measures.length < 2 && guesses[j]!.role === 'identity' && readsAsText(column)) {
      return { role: 'text', reason: 'entries of several words, nearly each once' };
    }
    const levels = levelsOf.get(column);
    if (levels === undefined || levels === null) return guesses[j]!;
    const most = CLASS_NAME.test(column.name) ? MOST_NAMED_LEVELS : standsOut ? MOST_LEVELS : 0;
    // Each of them stands for several rows; −1, 0 and 1 are the steps of a design.
    const repeats = rows - missingCount(column) >= LEAST_EACH * levels.length;
    if (levels.length > most || levels.length < 2 || levels[0]! < 0 || !repeats) return guesses[j]!;
    return {
      role: 'label',
      reason: `only ${listed(levels)}: a class in numbers, as it seems`,
      doubtful: true,
    };
  });
}

/** Bands measure, but for one that is named as classes; where a pixel lies is no measure. */
function rolesOfBands(columns: readonly Column[], { bands }: Scene): RoleGuess[] {
  return columns.map((column, j) => {
    if (j >= bands.length) return { role: 'aside', reason: 'where the pixel lies in the picture' };
    if (CLASS_NAME.test(column.name) && bands.length > 1) {
      return { role: 'label', reason: 'named as classes', doubtful: true };
    }
    return { role: 'measure', reason: 'a band' };
  });
}

/** What a matrix is of are measures, whatever their numbers look like. */
function rolesBeside(columns: readonly Column[], rows: number, { kind, names }: RelationMatrix): RoleGuess[] {
  const inMatrix = new Set(names);
  return columns.map((column, j) =>
    j > 0 && inMatrix.has(column.name)
      ? { role: 'measure', reason: `${kind}s` }
      : j === 0
        ? { role: 'identity', reason: 'names of the rows' }
        : guessRole(column, rows),
  );
}

const LEAST_OTHERS = 2;
/** So many entries tell measured numbers from counts. */
const LOOKED_AT = 500;

function guessRole(column: Column, rows: number): RoleGuess {
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
  const code = guessCode(column, present);
  if (code !== null) return { ...code, doubtful: true };
  if (column.exceptions !== null) {
    return exceptionsRole(column, present);
  }
  return { role: 'measure', reason: 'numbers' };
}

/** With more entries that are no numbers, a measure waits until it is said what these are. */
const WAITING = 0.2;

/** The role of numbers with entries among them that are none, which are named with their rows. */
function exceptionsRole(column: NumberColumn, present: number): RoleGuess {
  const odd = oddEntries(column);
  if (odd === null) return { role: 'measure', reason: 'numbers' };
  const all = present + odd.count;
  const reason = `${odd.count} of ${all} entries are no numbers: ${odd.named}`;
  return odd.count > WAITING * all
    ? { role: 'aside', reason: `${reason}; a measure once it is said what they are`, doubtful: true }
    : { role: 'measure', reason };
}

/** A number of the row that is named so may stand for a few rows at once. */
const DISTINCT_NAMED = 0.5;
/** Numbers of the row without such a name, from so many rows on. */
const LEAST_RUN = 8;
/** Whole numbers of so many digits, all alike and nearly each once, are codes. */
const LONG_CODE = 1e6;
const DISTINCT_CODE = 0.9;

/** What a column of whole numbers is that look like numbers of the row or of some kind of row; null for any other. */
function guessCode(column: NumberColumn, present: number): RoleGuess | null {
  if (present < 3) return null;
  // These end at the first rows of nearly every column, however long it is.
  const named = IDENTITY_NAME.test(column.name);
  const running = present >= LEAST_RUN && isRunning(column);
  const long = haveOneLength(column);
  if ((!named && !running && !long) || !isWhole(column)) return null;
  if (running) return { role: 'identity', reason: 'running numbers' };
  const distinct = distinctNumbers(column);
  if (named && distinct === present) {
    return { role: 'identity', reason: 'whole numbers, each once, named as a number of the row' };
  }
  if (named && distinct >= DISTINCT_NAMED * present) {
    const reason = `whole numbers, named as a number of the row; ${present - distinct} of them repeat another`;
    return { role: 'identity', reason };
  }
  if (named) return { role: 'label', reason: 'whole numbers, named as a code; each stands for several rows' };
  const isCode = distinct >= DISTINCT_CODE * present;
  return isCode ? { role: 'identity', reason: 'long whole numbers of one length, as codes are' } : null;
}

/** Whether its first entries, all where that is not said, are whole numbers. */
function isWhole(column: Column, first = Infinity): boolean {
  if (column.kind !== 'number' || column.exceptions !== null) return false;
  const { values, missing } = column;
  for (let row = 0; row < Math.min(first, values.length); row++) {
    if (missing?.[row] !== 1 && !Number.isInteger(values[row]!)) return false;
  }
  return true;
}

/** Each one more than that of the row before. */
function isRunning({ values, missing }: NumberColumn): boolean {
  if (missing !== null) return false;
  for (let row = 1; row < values.length; row++) if (values[row] !== values[row - 1]! + 1) return false;
  return true;
}

/** Whether all are of as many digits, and of many. */
function haveOneLength({ values, missing }: NumberColumn): boolean {
  let digits = 0;
  for (let row = 0; row < values.length; row++) {
    if (missing?.[row] === 1) continue;
    const value = values[row]!;
    const length = value < LONG_CODE ? 0 : Math.floor(Math.log10(value));
    if (length === 0 || (digits !== 0 && length !== digits)) return false;
    digits = length;
  }
  return digits !== 0;
}

function distinctNumbers({ values, missing }: NumberColumn): number {
  const seen = new Set<number>();
  for (let row = 0; row < values.length; row++) if (missing?.[row] !== 1) seen.add(values[row]!);
  return seen.size;
}

/** A class has so many levels at most, from 0 or 1 on without a gap; more where it is named as one. */
const MOST_LEVELS = 4;
const MOST_NAMED_LEVELS = 12;
const LEAST_EACH = 3;

/** The whole numbers of a column of a few, ascending; null where it is none. */
function fewLevels({ values, missing, exceptions }: NumberColumn): number[] | null {
  if (exceptions !== null) return null;
  const seen = new Set<number>();
  for (let row = 0; row < values.length; row++) {
    if (missing?.[row] === 1) continue;
    const value = values[row]!;
    if (!Number.isInteger(value)) return null;
    seen.add(value);
    if (seen.size > MOST_NAMED_LEVELS) return null;
  }
  const levels = [...seen].sort((a, b) => a - b);
  const isRow = levels.every((level, index) => level === levels[0]! + index);
  return isRow && levels[0]! <= 1 ? levels : null;
}

const isWholeText = (text: string): boolean => /^-?\d{1,6}$/.test(text);

function listed(levels: readonly (number | string)[]): string {
  return `${levels.slice(0, -1).join(', ')} and ${levels.at(-1)}`;
}

function guessLevels(column: LevelColumn, present: number): RoleGuess {
  const distinct = column.levels.length;
  const characters = column.levels.reduce((sum, level) => sum + level.length, 0);
  if (distinct > 2 && characters / distinct > LONG_TEXT) return { role: 'text', reason: 'long entries' };
  if (present > 2 && distinct >= 0.9 * present)
    return { role: 'identity', reason: 'nearly every entry once' };
  if (
    column.levels.length > 1 &&
    column.levels.length <= MOST_NAMED_LEVELS &&
    column.levels.every(isWholeText)
  ) {
    return { role: 'label', reason: `only ${listed(column.levels)}: a class in numbers`, doubtful: true };
  }
  return { role: 'label', reason: `${distinct} different ${distinct === 1 ? 'entry' : 'entries'}` };
}

/** Whether the entries of a column have several words each, as titles and descriptions do. */
export function readsAsText(column: Column): boolean {
  if (column.kind !== 'levels' || column.levels.length < 3) return false;
  const words = column.levels.reduce((sum, level) => sum + level.trim().split(/\s+/).length, 0);
  return words >= WORDS_OF_TEXT * column.levels.length;
}

function isPositive(column: NumberColumn): boolean {
  return column.values.every((value, row) => value > 0 || column.missing?.[row] === 1);
}
