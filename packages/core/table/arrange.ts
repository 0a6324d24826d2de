import { Problem } from '../problem';
import type { Arrangement, ScoreColumn, ColumnArrangement } from './arrangement';
import { isMissing, textAt, type Column, type LevelColumn, type NumberColumn } from './column';
import { levelsBuilder } from './columnBuilder';
import { knownOrder, yesNo } from './columnType';
import { contentKey } from './contentKey';
import { datesOf } from './dates';
import { makeColumn } from './makeColumn';
import { narrowNumbers } from './narrow';
import { isMissingText, parseNumber } from './numberText';
import { findColumn, type Table } from './table';

/**
 * The table with its columns understood as arranged, and those made from others at its end. The table itself where
 * nothing is arranged.
 *
 * @throws Problem when a column that another is made from is not there or of the wrong kind
 */
export function arrange(table: Table, arrangement: Arrangement): Table {
  const { columns: arranged, made } = arrangement;
  if (arranged.length === 0 && made.length === 0) return table;
  const arrangements = new Map(arranged.map(how => [how.heading ?? how.name, how]));
  const columns = table.columns.map(column => {
    const how = arrangements.get(column.name);
    if (how === undefined) return column;
    const called = column.name === how.name ? column : { ...column, name: how.name };
    return isUnderstood(how) ? called : arrangeColumn(called, how);
  });
  const key = contentKey(new TextEncoder().encode(`${table.key} ${JSON.stringify(arrangement)}`));
  const called = (name: string): string => arrangements.get(name)?.name ?? name;
  const matrix = table.matrix && { ...table.matrix, names: table.matrix.names.map(called) };
  const result = { ...table, key, columns, matrix, arranged: { of: table.key, by: arrangement } };
  for (const how of made) {
    const from = how.from === null ? null : findColumn(result, how.from);
    if (from === undefined) {
      throw new Problem(
        `it is made from “${how.from}”, which the table lacks`,
        'Delete the made column.',
        `column “${how.name}”`,
      );
    }
    columns.push(makeColumn(from, how, table));
  }
  return result;
}

/**
 * The table with a column of scores at its end.
 *
 * @param rows rows of the table that have a score, and their scores
 */
export function withScores(table: Table, score: ScoreColumn, rows: Uint32Array, scores: Float64Array): Table {
  const values = new Float64Array(table.rows);
  const missing = new Uint8Array(table.rows).fill(1);
  rows.forEach((row, index) => {
    values[row] = scores[index]!;
    missing[row] = 0;
  });
  const gaps = missing.includes(1) ? missing : null;
  const by = table.arranged?.by ?? { columns: [], made: [] };
  return {
    ...table,
    key: contentKey(new TextEncoder().encode(`${table.key} ${JSON.stringify(score)}`)),
    columns: [
      ...table.columns,
      { kind: 'number', name: score.name, values, missing: gaps, exceptions: null },
    ],
    arranged: { of: table.arranged?.of ?? table.key, by: { ...by, scores: [...(by.scores ?? []), score] } },
  };
}

/** Whether its entries stay as they were read. */
const isUnderstood = ({ type, missing, values, order }: ColumnArrangement): boolean =>
  (type ?? missing ?? values ?? order) === undefined;

function arrangeColumn(column: Column, how: ColumnArrangement): Column {
  const toNumbers = how.type === 'number' || how.type === 'whole';
  const toLevels = how.type === 'category' || how.type === 'text';
  if (column.kind === 'number' ? !toLevels : toNumbers) {
    return column.kind === 'number' ? numbersAgain(column, how) : numbersFrom(column, how);
  }
  return levelsAgain(column, how);
}

/** Numbers with other entries missing, or with values for entries that are no numbers. */
function numbersAgain(column: NumberColumn, { missing, values }: ColumnArrangement): NumberColumn {
  const numberFor = numbersFor(values);
  const codes = new Set((missing ?? []).map(Number).filter(code => !Number.isNaN(code)));
  const rows = column.values.length;
  const numbers = Float64Array.from(column.values);
  const gaps = column.missing?.slice() ?? new Uint8Array(rows);
  const odd = new Map<number, string>();
  column.exceptions?.texts.forEach((text, index) => {
    const row = column.exceptions!.rows[index]!;
    const value = numberFor.get(text);
    if (value === undefined) return odd.set(row, text);
    numbers[row] = value;
    gaps[row] = 0;
  });
  if (codes.size > 0) {
    for (let row = 0; row < rows; row++) {
      if (gaps[row] === 1 || !codes.has(numbers[row]!)) continue;
      odd.set(row, String(numbers[row]));
      gaps[row] = 1;
    }
  }
  return numberColumn(column.name, numbers, gaps, odd);
}

const numbersFor = (values: ColumnArrangement['values'] = []): ReadonlyMap<string, number> =>
  new Map(values.map(({ entry, number }) => [entry, number]));

/** Numbers of levels: as they are written, as days where they are dates, 0 and 1 for no and yes, else by their order. */
function numbersFrom(column: LevelColumn, { missing, values, order }: ColumnArrangement): NumberColumn {
  const numberFor = numbersFor(values);
  const numberOf = levelNumbers(column.levels, order);
  const rows = column.codes.length;
  const numbers = new Float64Array(rows);
  const gaps = new Uint8Array(rows);
  const odd = new Map<number, string>();
  for (let row = 0; row < rows; row++) {
    const text = textAt(column, row);
    const level = isMissing(column, row) ? NaN : numberOf[column.codes[row]!]!;
    const value = missing?.includes(text) ? NaN : (numberFor.get(text) ?? level);
    if (Number.isNaN(value)) {
      gaps[row] = 1;
      if (text !== '') odd.set(row, text);
    } else numbers[row] = value;
  }
  return numberColumn(column.name, numbers, gaps, odd);
}

const WRITTEN_SHARE = 0.5;

function levelNumbers(levels: readonly string[], order: readonly string[] | undefined): Float64Array {
  const written = Float64Array.from(levels, level =>
    firstNumber(
      parseNumber(level, { decimal: '.', thousands: 'any' }),
      parseNumber(level, { decimal: ',', thousands: 'any' }),
    ),
  );
  const count = written.reduce((sum, value) => sum + Number(!Number.isNaN(value)), 0);
  if (order === undefined && count >= WRITTEN_SHARE * levels.length) return written;
  const dates = order === undefined ? datesOf(levels) : null;
  if (dates !== null) return dates;
  const pair = yesNo(levels);
  if (pair !== null) return Float64Array.from(levels, level => Number(level === pair[1]));
  const ordered = order ?? knownOrder(levels) ?? levels;
  return Float64Array.from(levels, level => {
    const place = ordered.indexOf(level);
    return place < 0 ? NaN : place + 1;
  });
}

const firstNumber = (a: number, b: number): number => (Number.isNaN(a) ? b : a);

function numberColumn(
  name: string,
  numbers: Float64Array,
  gaps: Uint8Array,
  odd: ReadonlyMap<number, string>,
): NumberColumn {
  const missing = gaps.includes(1) ? gaps : null;
  const rows = [...odd.keys()].sort((a, b) => a - b);
  return {
    kind: 'number',
    name,
    values: narrowNumbers(numbers, numbers.length, missing),
    missing,
    exceptions:
      rows.length === 0 ? null : { rows: Uint32Array.from(rows), texts: rows.map(row => odd.get(row)!) },
  };
}

function levelsAgain(column: Column, { missing, order }: ColumnArrangement): LevelColumn {
  const rows = column.kind === 'number' ? column.values.length : column.codes.length;
  const words = missing === undefined ? null : new Set(missing);
  const builder = levelsBuilder(rows, text =>
    words === null ? isMissingText(text) : text === '' || words.has(text),
  );
  for (let row = 0; row < rows; row++) builder.add(textAt(column, row));
  return builder.finish(column.name, order);
}
