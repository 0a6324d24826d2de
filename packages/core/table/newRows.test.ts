import { PLAIN_PREPARATION, rowsOf } from '../preparation/prepared';
import { prepare } from '../preparation/prepare';
import { componentsPlacement } from '../methods/components/placement';
import { decompose } from '../methods/components/decompose';
import { keepComponents } from '../methods/components/keepComponents';
import { normalColumns, tableOf } from '../testTables';
import { levelAt, numberAt, textAt, type LevelColumn, type NumberColumn } from './column';
import { describeTable } from './describe';
import { makeColumn } from './makeColumn';
import { ownTable, withNewRows } from './newRows';

const first = tableOf(
  [
    [1, 2, 3, 4, 250],
    ['b', 'a', 'b', '', 'a'],
    [0.5, 1.5, 2.5, 3.5, 4.5],
  ],
  ['Iron', 'kind', 'lime'],
);

test('columns are matched by name, gaps and words stay what they are, and new levels come last', () => {
  const second = tableOf(
    [
      ['c', 'a', ''],
      ['7', 'n.d.', '300.5'],
      [1, 2, 3],
    ],
    ['kind', ' iron', 'other'],
  );
  const both = withNewRows(first, second, 'both');
  expect(both.rows).toBe(8);
  expect(both.newRows).toEqual({ key: 'made', rows: 3, name: 'made', lacks: ['lime'], unknown: ['other'] });
  const [iron, kind, lime] = both.columns as [NumberColumn, LevelColumn, NumberColumn];
  expect(Array.from({ length: 8 }, (_, row) => numberAt(iron, row))).toEqual([
    1,
    2,
    3,
    4,
    250,
    7,
    NaN,
    300.5,
  ]);
  expect(textAt(iron, 6)).toBe('n.d.');
  expect(Array.from({ length: 8 }, (_, row) => levelAt(kind, row))).toEqual(
    ['b', 'a', 'b', null, 'a', 'c', 'a', null], // prettier-ignore
  );
  expect(kind.levels).toEqual([...(first.columns[1] as LevelColumn).levels, 'c']);
  expect(Array.from({ length: 8 }, (_, row) => numberAt(lime, row))).toEqual([
    0.5,
    1.5,
    2.5,
    3.5,
    4.5,
    NaN,
    NaN,
    NaN,
  ]);
  const own = ownTable(both);
  expect(describeTable(own)).toEqual(describeTable(first));
  expect(ownTable(first)).toBe(first);
});

test('tables without a common column, and tables of relations, take no new rows', () => {
  expect(() => withNewRows(first, tableOf([[1]], ['else']), 'k')).toThrow(/none of its 1 columns/);
  const relations = { ...first, matrix: { kind: 'correlation' as const, names: [] } };
  expect(() => withNewRows(relations, first, 'k')).toThrow(/takes no new rows/);
});

test('new rows have no say in anything, and lie where the same rows would if they were only placed by hand', () => {
  const columns = normalColumns(40, 4, 6);
  const names = ['x1', 'x2', 'x3', 'x4'];
  const head = tableOf(columns.map(column => column.slice(0, 30)));
  const tail = tableOf(columns.map(column => column.slice(30).map(value => 3 * value)));
  const both = withNewRows(head, tail, 'both');
  const input = { ...PLAIN_PREPARATION, measures: names, weight: null };
  const [alone, joined] = [rowsOf(prepare(head, input)), rowsOf(prepare(both, input))];
  expect([...joined.rows]).toEqual([...alone.rows]);
  expect([...joined.values.values]).toEqual([...alone.values.values]);
  expect([...joined.placedRows]).toEqual(Array.from({ length: 10 }, (_, i) => 30 + i));
  const whole = tableOf(columns.map(column => [...column.slice(0, 30), ...column.slice(30).map(v => 3 * v)]));
  const byHand = rowsOf(
    prepare(whole, {
      ...input,
      rowsAside: {
        of: whole.fileKey,
        rows: Array.from({ length: 10 }, (_, i) => ({ row: 30 + i, reason: 'new', placed: true })),
      },
    }),
  );
  const placedBy = (rows: typeof joined) =>
    componentsPlacement(keepComponents(rows, decompose(rows), 2)).placedAt.values;
  expect([...placedBy(joined)]).toEqual([...placedBy(byHand)]);
});

test('a measure that new rows lack stays a measure, and quantiles are those of the own rows', () => {
  const columns = normalColumns(30, 3, 2);
  const both = withNewRows(
    tableOf(columns),
    tableOf([Array<number>(90).fill(1e4), Array<number>(90).fill(0)], ['x1', 'x2']),
    'both',
  );
  const input = {
    ...PLAIN_PREPARATION,
    measures: ['x1', 'x2', 'x3'],
    weight: null,
    missing: 'mean' as const,
    gapsAllowed: 0.2,
  };
  const prepared = rowsOf(prepare(both, input));
  expect(prepared.measures).toEqual(['x1', 'x2', 'x3']);
  expect(prepared.placedRows).toHaveLength(90);
  // What they lack is at the mean of the others.
  expect(Math.max(...prepared.placedValues.values.slice(180).map(Math.abs))).toBeLessThan(1e-9);
  const made = makeColumn(
    both.columns[0]!,
    { name: 'bins', from: 'x1', how: { kind: 'quantiles', bins: 3 } },
    both,
  );
  const alone = makeColumn(
    tableOf(columns).columns[0]!,
    { name: 'bins', from: 'x1', how: { kind: 'quantiles', bins: 3 } },
    tableOf(columns),
  );
  expect(made.levels).toEqual(alone.levels);
});
