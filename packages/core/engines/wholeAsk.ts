import type { Condition } from '../table/condition';
import { Problem } from '../problem';
import { numberColumn, type Engine } from './engine';
import { literal, sumOf, type Aggregates, type Layer } from './dialect';

/** Functions that engines have. */
export type WholeTransform = 'none' | 'log' | 'log1p' | 'square-root';
/** Shares of a row that engines have. */
export type WholeShares = 'none' | 'proportions' | 'hellinger';

/** Numbers of a column that stand for a missing entry. */
export interface MissingNumbers {
  readonly column: string;
  readonly codes: readonly number[];
}

/** What is asked of a table that stays in its engine, by the names that this has for its columns. */
export interface WholeAsk {
  readonly measures: readonly string[];
  readonly weight: string | null;
  /** Conditions that a row meets, all of them. */
  readonly only: readonly Condition[];
  /** What an entry is taken from in its stead, where a measure is reversed: the sum of the ends of its scale. */
  readonly reversed: readonly { readonly measure: string; readonly ends: number }[];
  readonly shares: WholeShares;
  /** Of each measure. */
  readonly transforms: readonly WholeTransform[];
  /** The column whose groups are told apart; rows without an entry of it are a group too, null. */
  readonly by: string | null;
  readonly codes: readonly MissingNumbers[];
  /** Of each measure, as it is before it is transformed; null for none. */
  readonly fences: readonly (WholeFences | null)[];
  /** What becomes of an entry beyond them: it is pulled in, or its row left out. */
  readonly beyond: 'pull in' | 'leave out';
}

/** Between these an entry is taken as it is. */
export interface WholeFences {
  readonly low: number;
  readonly high: number;
}

/** An ask of measures as they are. */
export const plainAsk = (measures: readonly string[], more: Partial<WholeAsk> = {}): WholeAsk => ({
  measures,
  weight: null,
  only: [],
  reversed: [],
  shares: 'none',
  transforms: measures.map(() => 'none'),
  by: null,
  codes: [],
  fences: measures.map(() => null),
  beyond: 'pull in',
  ...more,
});

/** Names in statements, which no column is likely to have. */
export const WEIGHT = 'wold_w';
export const GROUP = 'wold_g';
export const entryName = (j: number): string => `wold_x${j}`;
const rawName = (j: number): string => `wold_r${j}`;

/** The rows that count, their measures as they are treated, their weight and their group. */
export type WholeRows = Pick<Aggregates, 'from' | 'only' | 'layers' | 'whole'>;

/**
 * What statements about the whole rows start with: a row counts that has every measure (none NULL, NaN or infinite) and a
 * weight above 0, and meets the conditions.
 *
 * @param group an expression by whose entries rows are told apart, which the last layer has; that of the label asked for
 * @throws Problem where a column is missing or holds no numbers
 */
export function wholeRows(
  engine: Engine,
  ask: WholeAsk,
  group: string | null = ask.by === null ? null : groupOf(engine, ask.by),
): WholeRows {
  const { measures, weight, shares, transforms } = ask;
  const double = (name: string) => doubleOf(engine, name, ask.codes);
  const carried = [WEIGHT, ...(group === null ? [] : [GROUP])];
  const turned = new Map(ask.reversed.map(({ measure, ends }) => [measure, ends]));
  const raw = measures.map((name, j): Layer[number] => {
    const ends = turned.get(name);
    const expression = ends === undefined ? double(name) : `${literal(ends)}-${double(name)}`;
    return [rawName(j), fenced(expression, ask.fences[j]!, ask.beyond)];
  });
  const first: Layer = [
    [WEIGHT, weight === null ? '1' : double(weight)],
    ...(group === null ? [] : [[GROUP, group] as const]),
  ];
  const isPlain = shares === 'none' && transforms.every(transform => transform === 'none');
  const entries = measures.map((_, j): Layer[number] => [
    entryName(j),
    isPlain ? raw[j]![1] : treated(engine, ask, j),
  ]);
  const layers: Layer[] = isPlain
    ? [[...first, ...entries]]
    : [
        [...first, ...raw],
        [...carried.map(name => [name, name] as const), ...entries],
      ];
  // What is missing or has no end is not itself less itself.
  const nothing = sumOf(measures.map((_, j) => `(${entryName(j)}-${entryName(j)})`));
  return {
    from: engine.from,
    only: ask.only.map(condition => conditionOf(engine, condition, ask.codes)),
    layers,
    whole: `(${nothing})+(${WEIGHT}-${WEIGHT})=0 and ${WEIGHT}>0`,
  };
}

/** A column's numbers, without those that stand for a missing one. */
export function doubleOf(
  engine: Pick<Engine, 'dialect' | 'columns' | 'from'>,
  name: string,
  codes: WholeAsk['codes'],
): string {
  const x = engine.dialect.double(numberColumn(engine, name));
  const own = codes.find(({ column }) => column === name)?.codes ?? [];
  return own.length === 0 ? x : `case when ${x} in (${own.map(literal).join(', ')}) then null else ${x} end`;
}

/** An entry within its fences. What is no number stays none: some engines hold it for the largest of all. */
function fenced(x: string, fences: WholeFences | null, beyond: WholeAsk['beyond']): string {
  if (fences === null) return x;
  const [low, high] = [literal(fences.low), literal(fences.high)];
  const within = beyond === 'leave out' ? `${x} between ${low} and ${high}` : `(${x})-(${x})=0`;
  const pulled = `case when (${x})<${low} then ${low} when (${x})>${high} then ${high} else ${x} end`;
  return `case when ${within} then ${beyond === 'leave out' ? x : pulled} end`;
}

/** An entry as it is treated; nothing where a function is not defined for it. */
function treated({ dialect }: Engine, { measures, shares, transforms }: WholeAsk, j: number): string {
  const own = rawName(j);
  const sum = sumOf(measures.map((_, k) => rawName(k)));
  const share = shares === 'none' ? own : `case when (${sum})>0 then ${own}/(${sum}) end`;
  const x = shares === 'hellinger' ? `sqrt(${share})` : share;
  switch (transforms[j]!) {
    case 'none':
      return x;
    case 'log':
      return `case when (${x})>0 then ${dialect.ln(x)} end`;
    case 'log1p':
      // To the last digits near 0 too (Goldberg 1991, theorem 4); not every engine has a function for it.
      return `case when (${x})<=-1 then null when 1+(${x})=1 then ${x} else ${dialect.ln(`1+(${x})`)}*((${x})/((1+(${x}))-1)) end`;
    case 'square-root':
      return `case when (${x})>=0 then sqrt(${x}) end`;
  }
}

function groupOf({ columns, dialect, from }: Engine, by: string): string {
  const column = columns.find(({ name }) => name === by);
  if (column !== undefined) return dialect.textOf(column);
  throw new Problem(
    'the table has no such column',
    'Choose another label for the groups.',
    `${from}, column “${by}”`,
  );
}

/** A condition as it stands in statements. @throws Problem where the table has no such column */
export function conditionOf(
  engine: Pick<Engine, 'dialect' | 'columns' | 'from'>,
  condition: Condition,
  codes: WholeAsk['codes'] = [],
): string {
  const { dialect, columns, from } = engine;
  const column = columns.find(({ name }) => name === condition.column);
  if (column === undefined) {
    throw new Problem(
      'the table has no such column',
      'Take the condition away, or choose another column for it.',
      `${from}, column “${condition.column}”`,
    );
  }
  if (!('levels' in condition)) {
    return `${doubleOf(engine, column.name, codes)} between ${literal(condition.from)} and ${literal(condition.to)}`;
  }
  if (condition.levels.length === 0) return '1=0';
  // Texts of numbers differ between engines.
  return column.isNumber
    ? `${dialect.double(column)} in (${condition.levels.map(level => literal(Number(level))).join(', ')})`
    : `${dialect.textOf(column)} in (${condition.levels.map(dialect.text).join(', ')})`;
}

/** Measures for which some entries are outside of what their function is defined for, by least entry. */
export function refuseOutside(ask: WholeAsk, least: readonly number[]): void {
  ask.measures.forEach((name, j) => {
    const low = least[j]!;
    const transform = ask.shares === 'none' ? ask.transforms[j]! : 'square-root';
    const outside =
      (transform === 'log' && !(low > 0)) ||
      (transform === 'log1p' && !(low > -1)) ||
      (transform === 'square-root' && !(low >= 0));
    if (!outside || Number.isNaN(low)) return;
    throw new Problem(
      ask.shares === 'none'
        ? `the ${transform === 'square-root' ? 'square root' : 'logarithm'} is not defined for ${low}`
        : `shares of a row need numbers from 0, and the least is ${low}`,
      'Choose another transform for this column, or use rows by a condition.',
      `column “${name}”`,
    );
  });
}

/** A statement of the least entry of each measure before it is transformed. */
export const leastStatement = (engine: Engine, ask: WholeAsk): string =>
  engine.dialect.aggregates({
    ...wholeRows(engine, { ...ask, shares: 'none', transforms: ask.measures.map(() => 'none') }),
    centred: null,
    wanted: ask.measures.map((_, j) => `min(${entryName(j)})`),
    by: null,
  });
