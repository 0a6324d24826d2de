import { datesOf } from '@wold/core/table/dates';
import { isMissing, numberAt, type Column, type LevelColumn } from '@wold/core/table/column';
import { labelStyle, levelPlace, type LabelStyle } from '../../theme/labelStyle';
import type { Mode, Tokens } from '../../theme/tokens';
import { rampColour } from '../../theme/ramp';

/** Rows that are drawn alike. */
export interface Group {
  /** The level's code, or −1 where the row has no level. */
  readonly code: number;
  readonly name: string;
  /** Rows in use, and those that are only projected. */
  readonly count: number;
  readonly supplementary: number;
  readonly style: LabelStyle;
}

/** Rows in use, and those that are only projected apart: 50 + 12. */
export const countWords = (used: number, supplementary: number): string =>
  `${used.toLocaleString('en')}${supplementary > 0 ? `\u00a0+\u00a0${supplementary.toLocaleString('en')}` : ''}`;

/** The palest shade of levels in an order, so that none is lost on the ground. */
const PALEST = 0.22;
/** Shades that numbers are told apart by. */
const SHADES = 64;

/** How rows are coloured: by the levels of a label, by a number, or all alike. */
export type Colouring =
  | { readonly kind: 'levels'; readonly groups: readonly Group[]; readonly codeOf: (row: number) => number }
  | {
      readonly kind: 'number';
      /** Days since the start of 1970, where they stand for dates. */
      readonly of?: 'days';
      readonly least: number;
      readonly most: number;
      /** Colours from the least to the most, then that of rows without the number; and which one a row has. */
      readonly shades: readonly string[];
      readonly shadeOf: (row: number) => number;
      readonly missing: number;
    }
  | { readonly kind: 'alike' };

/** Levels beyond which the rarer ones are joined, so that the others can still be told apart; and how many stay. */
export const MOST_LEVELS = 20;
const KEPT_LEVELS = 12;
/** The code of those that are joined. */
export const JOINED = -2;

/**
 * The colouring of rows by a column, over the rows in use. Of very many levels the rarer ones are joined.
 *
 * Levels in an order have colours in that order; dates are told like numbers.
 */
export interface ColouringWay {
  /** Places among the label colours that the study gives to levels. */
  readonly colours?: readonly { readonly level: string; readonly place: number }[] | undefined;
  /** Codes of levels that are not joined, however rare they are. */
  readonly apart?: readonly number[];
  readonly order?: 'ordered' | 'date' | null;
  /** How many of the rows, from the first on, are in use; all where it is left out. */
  readonly used?: number;
  /** Rows that the scale of colours is over, where these are some of them: so that maps of some rows are coloured alike. */
  readonly over?: Uint32Array | null;
}

export function colouring(
  column: Column | null,
  rows: Uint32Array,
  mode: Mode,
  tokens: Tokens,
  { colours = [], apart = [], order = null, over = null, used = rows.length }: ColouringWay = {},
): Colouring {
  if (column === null) return { kind: 'alike' };
  if (column.kind === 'number') {
    return byNumbers(rows, row => numberAt(column, row), mode, tokens, over);
  }
  const days = order === 'date' ? datesOf(column.levels) : null;
  if (days !== null) {
    const dayOf = (row: number) => (isMissing(column, row) ? NaN : days[column.codes[row]!]!);
    return { ...byNumbers(rows, dayOf, mode, tokens, over), of: 'days' };
  }
  const codeOf = (row: number) => (isMissing(column, row) ? -1 : column.codes[row]!);
  const counts = countsOf(rows.subarray(0, used), codeOf);
  const supplementary = countsOf(rows.subarray(used), codeOf);
  const all = countsOf(over ?? rows, codeOf);
  const joined = joinedLevels(all, apart);
  const known = [...all.keys()].filter(code => code >= 0).sort((a, b) => a - b);
  const styleOf = (of: LevelColumn, code: number): LabelStyle => {
    const style = labelStyle(levelPlace(of, code, colours), mode);
    // Colours that an analyst gave to levels stand before those of their order.
    if (order !== 'ordered' || colours.length > 0 || known.length < 2) return style;
    const place = known.indexOf(code) / (known.length - 1);
    return { ...style, colour: rampColour(PALEST + (1 - PALEST) * place, mode) };
  };
  const groups = [...all.keys()]
    .filter(code => !joined.has(code))
    .sort((a, b) => (a < 0 ? 1 : b < 0 ? -1 : a - b))
    .map(code => ({
      code,
      count: counts.get(code) ?? 0,
      supplementary: supplementary.get(code) ?? 0,
      name: code < 0 ? `no ${column.name} given` : column.levels[code]!,
      style: code < 0 ? unlabelled(tokens) : styleOf(column, code),
    }));
  if (joined.size === 0) return { kind: 'levels', groups, codeOf };
  const inJoined = (of: ReadonlyMap<number, number>) =>
    [...joined].reduce((sum, code) => sum + (of.get(code) ?? 0), 0);
  const others = {
    code: JOINED,
    count: inJoined(counts),
    supplementary: inJoined(supplementary),
    name: `${joined.size} others`,
    style: othersStyle(tokens),
  };
  const groupOf = (row: number) => (joined.has(codeOf(row)) ? JOINED : codeOf(row));
  return { kind: 'levels', groups: [...groups, others], codeOf: groupOf };
}

function countsOf(rows: Uint32Array, codeOf: (row: number) => number): Map<number, number> {
  const counts = new Map<number, number>();
  for (const row of rows) counts.set(codeOf(row), (counts.get(codeOf(row)) ?? 0) + 1);
  return counts;
}

/** The levels that are joined: all but the commonest, and those that are to stay apart, where there are too many. */
function joinedLevels(counts: ReadonlyMap<number, number>, apart: readonly number[]): ReadonlySet<number> {
  const levels = [...counts.keys()].filter(code => code >= 0);
  if (levels.length <= MOST_LEVELS) return new Set();
  const byCount = levels.sort((a, b) => counts.get(b)! - counts.get(a)! || a - b);
  return new Set(byCount.slice(KEPT_LEVELS).filter(code => !apart.includes(code)));
}

const othersStyle = (tokens: Tokens): LabelStyle => ({
  name: 'others',
  colour: tokens.inkSoft,
  symbol: 'circle',
  weight: 0.6,
});

function unlabelled(tokens: Tokens): LabelStyle {
  return { name: 'none', colour: tokens.inkSoft, symbol: 'emptyCircle', weight: 0.9 };
}

/** The colouring of rows by a figure that each row used has; others have none. */
export function figureColouring(
  figures: Float32Array,
  rows: Uint32Array,
  mode: Mode,
  tokens: Tokens,
): Colouring {
  const places = new Map(Array.from(rows, (row, place) => [row, place]));
  return byNumbers(rows, row => figures[places.get(row) ?? -1] ?? NaN, mode, tokens);
}

function byNumbers(
  rows: Uint32Array,
  valueOf: (row: number) => number,
  mode: Mode,
  tokens: Tokens,
  over: Uint32Array | null = null,
): Extract<Colouring, { kind: 'number' }> {
  let [least, most, missing] = [Infinity, -Infinity, 0];
  for (const row of rows) missing += Number(Number.isNaN(valueOf(row)));
  for (const row of over ?? rows) {
    const value = valueOf(row);
    if (!Number.isNaN(value)) [least, most] = [Math.min(least, value), Math.max(most, value)];
  }
  const shades = Array.from({ length: SHADES }, (_, shade) => rampColour(shade / (SHADES - 1), mode));
  const shadeOf = (row: number) => {
    const value = valueOf(row);
    if (Number.isNaN(value)) return SHADES;
    const place = Math.max(0, Math.min(1, (value - least) / (most - least || 1)));
    return Math.round(place * (SHADES - 1));
  };
  return { kind: 'number', least, most, shades: [...shades, tokens.rule], shadeOf, missing };
}
