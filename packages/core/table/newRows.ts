import { Problem } from '../problem';
import { textAt, type Column, type Exceptions, type LevelColumn, type NumberColumn } from './column';
import { narrowCodes, narrowNumbers } from './narrow';
import { parseNumber } from './numberText';
import type { Table } from './table';

/** How many rows are the table's own. */
export const ownCount = ({ rows, newRows }: Pick<Table, 'rows' | 'newRows'>): number =>
  rows - (newRows?.rows ?? 0);

/** The table without rows that were brought only to be placed; itself where there are none. */
export function ownTable(table: Table): Table {
  const rows = ownCount(table);
  if (rows === table.rows) return table;
  const { newRows: _, ...rest } = table;
  return { ...rest, rows, columns: table.columns.map(column => firstRows(column, rows)) };
}

function firstRows(column: Column, rows: number): Column {
  const missing = column.missing && column.missing.subarray(0, rows);
  const gaps = missing?.includes(1) === true ? missing : null;
  const exceptions = column.exceptions && exceptionsUpTo(column.exceptions, rows);
  return column.kind === 'number'
    ? { ...column, values: column.values.subarray(0, rows), missing: gaps, exceptions }
    : {
        ...column,
        codes: column.codes.subarray(0, rows),
        levels: ownLevels(column, rows),
        missing: gaps,
        exceptions,
      };
}

/** The levels without those at the end that only rows from `rows` on have. */
function ownLevels({ codes, levels, missing }: LevelColumn, rows: number): readonly string[] {
  const own = new Set<number>();
  const brought = new Set<number>();
  codes.forEach((code, row) => {
    if (missing?.[row] !== 1) (row < rows ? own : brought).add(code);
  });
  let count = levels.length;
  while (count > 0 && brought.has(count - 1) && !own.has(count - 1)) count--;
  return count === levels.length ? levels : levels.slice(0, count);
}

function exceptionsUpTo({ rows, texts }: Exceptions, count: number): Exceptions | null {
  const kept = rows.filter(row => row < count);
  return kept.length === 0 ? null : { rows: kept, texts: texts.slice(0, kept.length) };
}

/** Names are the same whatever their case and the blanks about and within them. */
const plainName = (name: string): string => name.trim().replace(/\s+/g, ' ').toLowerCase();

/**
 * A table with the rows of another after its own, only to be placed: columns are matched by name, and one that the other
 * lacks is missing in them. What is a number in the first and no number in the second is missing too, its text kept.
 *
 * @param key of what comes out
 * @throws Problem where the tables share no column, or the first holds relations
 */
export function withNewRows(table: Table, other: Table, key: string): Table {
  if (table.matrix !== null) {
    throw new Problem(
      `a table of ${table.matrix.kind}s takes no new rows.`,
      'Open the table that it was made from.',
      `table “${table.name}”`,
    );
  }
  const exact = new Map(other.columns.map(column => [column.name, column]));
  const alike = new Map(other.columns.map(column => [plainName(column.name), column]));
  const matches = table.columns.map(({ name }) => exact.get(name) ?? alike.get(plainName(name)) ?? null);
  const lacks = table.columns.filter((_, j) => matches[j] === null).map(({ name }) => name);
  if (lacks.length === table.columns.length) {
    throw new Problem(
      `none of its ${other.columns.length} columns is called as one of “${table.name}”.`,
      'Give its columns the names that the first table has.',
      `table “${other.name}”`,
    );
  }
  const matched = new Set(matches);
  const rows = table.rows + other.rows;
  return {
    ...table,
    key,
    rows,
    columns: table.columns.map((column, j) => joined(column, matches[j]!, table.rows, other.rows)),
    newRows: {
      key: other.fileKey,
      rows: other.rows,
      name: other.name,
      lacks,
      unknown: other.columns.filter(column => !matched.has(column)).map(({ name }) => name),
    },
  };
}

function joined(column: Column, other: Column | null, n: number, more: number): Column {
  return column.kind === 'number'
    ? numbersJoined(column, other, n, more)
    : levelsJoined(column, other, n, more);
}

function numbersJoined(column: NumberColumn, other: Column | null, n: number, more: number): NumberColumn {
  const values = new Float64Array(n + more);
  values.set(column.values);
  const missing = new Uint8Array(n + more);
  if (column.missing !== null) missing.set(column.missing);
  const odd: { row: number; text: string }[] = [];
  for (let i = 0; i < more; i++) {
    const row = n + i;
    const text = other === null ? '' : textAt(other, i);
    const number =
      other?.kind === 'number' && other.missing?.[i] !== 1
        ? other.values[i]!
        : text === ''
          ? NaN
          : parseNumber(text, { decimal: '.', thousands: 'any' });
    if (Number.isFinite(number)) values[row] = number;
    else {
      missing[row] = 1;
      if (text !== '') odd.push({ row, text });
    }
  }
  const gaps = missing.includes(1) ? missing : null;
  return {
    ...column,
    values: narrowNumbers(values, n + more, gaps),
    missing: gaps,
    exceptions: exceptionsJoined(column.exceptions, odd),
  };
}

/** Levels that only the new rows have come after the others, whose order and colours stay. */
function levelsJoined(column: LevelColumn, other: Column | null, n: number, more: number): LevelColumn {
  const codeOf = new Map(column.levels.map((level, code) => [level, code]));
  const levels = [...column.levels];
  const missing = new Uint8Array(n + more);
  if (column.missing !== null) missing.set(column.missing);
  const added = new Uint32Array(more);
  const odd: { row: number; text: string }[] = [];
  for (let i = 0; i < more; i++) {
    const text = other === null ? '' : textAt(other, i);
    if (text === '' || other?.missing?.[i] === 1) {
      missing[n + i] = 1;
      if (text !== '') odd.push({ row: n + i, text });
      continue;
    }
    const known = codeOf.get(text);
    if (known === undefined) codeOf.set(text, levels.push(text) - 1);
    added[i] = known ?? levels.length - 1;
  }
  const codes = narrowCodes(n + more, levels.length);
  codes.set(column.codes);
  codes.set(added, n);
  return {
    ...column,
    codes,
    levels,
    missing: missing.includes(1) ? missing : null,
    exceptions: exceptionsJoined(column.exceptions, odd),
  };
}

function exceptionsJoined(
  own: Exceptions | null,
  more: readonly { readonly row: number; readonly text: string }[],
): Exceptions | null {
  if (more.length === 0) return own;
  return {
    rows: Uint32Array.from([...(own?.rows ?? []), ...more.map(({ row }) => row)]),
    texts: [...(own?.texts ?? []), ...more.map(({ text }) => text)],
  };
}
