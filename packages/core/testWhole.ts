import { leastOf, mostOf } from './algebra/extremes';
import { zeros } from './algebra/matrix';
import type { GroupMoments, WholeMoments } from './engines/moments';
import type { WholeAsk } from './engines/wholeAsk';
import type { EngineWork } from './host';
import { rowTest } from './table/condition';
import { isMissing, numberAt, textAt, type NumberColumn } from './table/column';
import { quantile } from './table/quantile';
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
  const rows: {
    readonly row: number;
    readonly x: number[];
    readonly w: number;
    readonly level: string | null;
  }[] = [];
  for (let row = 0; row < table.rows; row++) {
    if (!tests.every(test => test(row))) continue;
    let x = columns.map(column => {
      const value = isMissing(column, row) ? NaN : numberAt(column, row);
      if (codes.get(column.name)?.includes(value)) return NaN;
      const from = ends.get(column.name);
      return from === undefined ? value : from - value;
    });
    x = x.map((value, j) => {
      const fences = asked.fences[j]!;
      if (fences === null || Number.isNaN(value) || (value >= fences.low && value <= fences.high))
        return value;
      return asked.beyond === 'leave out' ? NaN : value < fences.low ? fences.low : fences.high;
    });
    const sum = x.reduce((a, b) => a + b, 0);
    if (asked.shares !== 'none') x = x.map(value => value / sum);
    if (asked.shares === 'hellinger') x = x.map(Math.sqrt);
    x = x.map((value, j) => FUNCTIONS[asked.transforms[j]!](value));
    const w = weight === null ? 1 : numberAt(weight, row);
    if (!x.every(Number.isFinite) || !(w > 0)) continue;
    const level = label === undefined || isMissing(label, row) ? null : textAt(label, row);
    rows.push({ row, x, w, level });
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
      rows: whole.rows,
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
  quartiles: (_, asked) => {
    const rows = entriesOf(whole, asked);
    return Promise.resolve(
      asked.measures.map((__, j) => {
        const sorted = Float64Array.from(rows, ({ x }) => x[j]!).sort();
        return [quantile(sorted, 0.25), quantile(sorted, 0.75)] as const;
      }),
    );
  },
  repeats: (_, { asked, scoring, by, counts }) => {
    const keys = by.map(name => findColumn(whole, name)!);
    const scored = entriesOf(whole, asked).map(({ row, x, w }) => ({
      w,
      key: keys.some(key => isMissing(key, row)) ? null : keys.map(key => textAt(key, row)).join('|'),
      at: Array.from({ length: scoring.coefficients.columns }, (__, d) =>
        scoring.measures.reduce(
          (sum, name, k) => {
            const entry = x[asked.measures.indexOf(name)]!;
            const weight = scoring.coefficients.values[d * scoring.measures.length + k]!;
            return sum + (weight * (entry - scoring.means[k]!)) / scoring.units[k]!;
          },
          -(scoring.origin?.[d] ?? 0),
        ),
      ),
    }));
    const scatter = (rows: typeof scored, d: number): number => {
      const total = rows.reduce((sum, { w }) => sum + w, 0);
      const mean = rows.reduce((sum, { w, at }) => sum + w * at[d]!, 0) / total;
      const squares = rows.reduce((sum, { w, at }) => sum + w * (at[d]! - mean) ** 2, 0);
      return counts ? squares : (squares * rows.length) / total;
    };
    const sizeOf = (rows: typeof scored): number =>
      counts ? rows.reduce((sum, { w }) => sum + w, 0) : rows.length;
    const groups = [...new Set(scored.map(({ key }) => key))]
      .filter(key => key !== null)
      .map(key => scored.filter(row => row.key === key))
      .filter(rows => sizeOf(rows) > 1);
    const rows = groups.reduce((sum, group) => sum + sizeOf(group), 0);
    const df = rows - groups.length;
    const dimensions = scored[0]!.at.map((__, d) => d);
    return Promise.resolve({
      groups: groups.length,
      rows,
      df,
      within: dimensions.map(d => groups.reduce((sum, group) => sum + scatter(group, d), 0) / df),
      all: dimensions.map(d => scatter(scored, d) / (sizeOf(scored) - 1)),
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
