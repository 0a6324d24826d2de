import { leastOf, mostOf } from './algebra/extremes';
import { zeros } from './algebra/matrix';
import type { GroupMoments, WholeMoments } from './engines/moments';
import type { WholeAsk } from './engines/wholeAsk';
import type { EngineWork } from './host';
import { rowTest } from './table/condition';
import { isMissing, numberAt, textAt, type NumberColumn } from './table/column';
import { findColumn, type Table } from './table/table';

// An engine for tests: a table in memory whose moments are had by their definition, row by row.

const numbersOf = (table: Table, name: string): NumberColumn => {
  const column = findColumn(table, name);
  if (column?.kind !== 'number') throw new Error(`no numbers in ${name}`);
  return column;
};

const FUNCTIONS = {
  none: (x: number) => x,
  log: Math.log,
  log1p: Math.log1p,
  'square-root': Math.sqrt,
} as const;

/** Entries as they are treated, of the rows that count, with their weights and groups. */
function entriesOf(table: Table, asked: WholeAsk) {
  const columns = asked.measures.map(name => numbersOf(table, name));
  const weight = asked.weight === null ? null : numbersOf(table, asked.weight);
  const tests = asked.only.map(condition => rowTest(table, condition));
  const codes = new Map(asked.codes.map(one => [one.column, one.codes]));
  const ends = new Map(asked.reversed.map(one => [one.measure, one.ends]));
  const label = asked.by === null ? undefined : findColumn(table, asked.by);
  const rows: { readonly x: number[]; readonly w: number; readonly level: string | null }[] = [];
  for (let row = 0; row < table.rows; row++) {
    if (!tests.every(test => test(row))) continue;
    let x = columns.map(column => {
      const value = isMissing(column, row) ? NaN : numberAt(column, row);
      if (codes.get(column.name)?.includes(value)) return NaN;
      const from = ends.get(column.name);
      return from === undefined ? value : from - value;
    });
    const sum = x.reduce((a, b) => a + b, 0);
    if (asked.shares !== 'none') x = x.map(value => value / sum);
    if (asked.shares === 'hellinger') x = x.map(Math.sqrt);
    x = x.map((value, j) => FUNCTIONS[asked.transforms[j]!](value));
    const w = weight === null ? 1 : numberAt(weight, row);
    if (!x.every(Number.isFinite) || !(w > 0)) continue;
    const level = label === undefined || isMissing(label, row) ? null : textAt(label, row);
    rows.push({ x, w, level });
  }
  return rows;
}

function groupOf(rows: ReturnType<typeof entriesOf>, p: number, level: string | null): GroupMoments {
  const total = rows.reduce((sum, { w }) => sum + w, 0);
  // About the first row: a large common offset costs no digits.
  const origin = rows[0]!.x;
  const rest = origin.map((o, j) => rows.reduce((sum, { x, w }) => sum + w * (x[j]! - o), 0) / total);
  const means = Float64Array.from(origin, (o, j) => o + rest[j]!);
  const products = zeros(p, p);
  for (let i = 0; i < p; i++) {
    for (let j = 0; j < p; j++) {
      products.values[j * p + i] = rows.reduce(
        (sum, { x, w }) => sum + w * (x[i]! - origin[i]! - rest[i]!) * (x[j]! - origin[j]! - rest[j]!),
        0,
      );
    }
  }
  return { level, n: rows.length, total, means, products };
}

/** What the engine of a whole table in memory would tell of it. */
export const engineOf = (whole: Table): EngineWork => ({
  moments: (_, asked): Promise<WholeMoments> => {
    const rows = entriesOf(whole, asked);
    const p = asked.measures.length;
    const all = groupOf(rows, p, null);
    const levels = [...new Set(rows.map(({ level }) => level))];
    return Promise.resolve({
      ...all,
      measures: asked.measures,
      least: Float64Array.from({ length: p }, (__, j) => leastOf(rows.map(({ x }) => x[j]!))),
      most: Float64Array.from({ length: p }, (__, j) => mostOf(rows.map(({ x }) => x[j]!))),
      units: new Float64Array(p).fill(1),
      groups:
        asked.by === null
          ? null
          : levels.map(level =>
              groupOf(
                rows.filter(row => row.level === level),
                p,
                level,
              ),
            ),
    });
  },
  columns: () => Promise.reject(new Error('not asked')),
});

/** Some rows of a table as a sample of it. */
export function sampleFrom(whole: Table, rows: readonly number[]): Table {
  const take = Uint32Array.from(rows);
  const columns = whole.columns.map(column => {
    const missing = column.missing && Uint8Array.from(take, row => column.missing![row]!);
    return column.kind === 'number'
      ? { ...column, values: Float64Array.from(take, row => column.values[row]!), missing, exceptions: null }
      : { ...column, codes: Uint32Array.from(take, row => column.codes[row]!), missing, exceptions: null };
  });
  const sample = { source: 'made', table: 'whole', of: whole.rows, rows: rows.length, seed: 1, key: null };
  return {
    ...whole,
    key: `${whole.key} sample`,
    rows: rows.length,
    columns,
    source: { format: 'engine', sample },
  };
}
