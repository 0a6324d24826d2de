import { describeTable } from '../table/describe';
import { quietHost } from '../host';
import { tableOf } from '../testTables';
import { describedWhole } from './describeWhole';
import { CLICKHOUSE, DUCKDB, literal, POSTGRES, sumOf, type Dialect } from './dialect';
import type { Engine, EngineRows } from './engine';
import { sampleStatement } from './sampleStatement';
import { scoresStatement } from './scoresStatement';
import { conditionOf, plainAsk, wholeRows } from './wholeAsk';
import { wholeColumns } from './wholeColumns';
import { wholeMoments } from './wholeMoments';
import { columnsSchema, momentsSchema, onWire, scoringSchema, wholeAskSchema } from './wire';

const engine: Engine = {
  dialect: DUCKDB,
  from: 'pots',
  columns: [
    { name: 'a "b"', type: 'DOUBLE', isNumber: true, isBoolean: false },
    { name: 'told', type: 'BOOLEAN', isNumber: true, isBoolean: true },
    { name: 'text', type: 'VARCHAR', isNumber: false, isBoolean: false },
  ],
  ask: () => Promise.resolve([]),
  close: () => Promise.resolve(),
};
const by = (dialect: Dialect): Engine => ({ ...engine, dialect });

describe('statements', () => {
  test('names and texts are quoted, numbers keep every digit', () => {
    expect(DUCKDB.quoted('a "b"; drop')).toBe('"a ""b""; drop"');
    expect(DUCKDB.text("it's")).toBe("'it''s'");
    expect(CLICKHOUSE.quoted('a `b` \\')).toBe('`a \\`b\\` \\\\`');
    expect(CLICKHOUSE.text("it's \\")).toBe("'it\\'s \\\\'");
    for (const value of [0.1, -1e-300, 1.7976931348623157e308, 123456789.12345679]) {
      expect(Number(literal(value).slice(1, -1))).toBe(value);
    }
    expect(POSTGRES.double(engine.columns[1]!)).toBe('"told"::int::float8');
    expect(POSTGRES.double(engine.columns[0]!)).toBe('"a ""b"""::float8');
  });

  test('a long sum is nested no deeper than the logarithm of its length', () => {
    const terms = Array.from({ length: 1000 }, (_, i) => `x${i}`);
    const sum = sumOf(terms);
    let [depth, deepest] = [0, 0];
    for (const letter of sum) {
      if (letter === '(') depth++;
      if (letter === ')') depth--;
      deepest = Math.max(deepest, depth);
    }
    expect(deepest).toBeLessThanOrEqual(10);
    expect(sum.match(/x\d+/g)).toEqual(terms);
  });

  test('a sample is drawn by key and seed; by all columns where there is no key', () => {
    const statement = sampleStatement(engine, 'text', 5, 3);
    expect(statement).toContain('cast("a ""b""" as double) as wold_e0');
    expect(statement).toContain(`md5(cast("text" as varchar) || '|' || '3') as wold_order`);
    expect(statement).toMatch(/limit 5$/);
    expect(sampleStatement(engine, null, 5, 3)).not.toContain('is not null');
    expect(() => sampleStatement(engine, 'gone', 5, 3)).toThrow(/no such column.*Name another/);
  });

  test.each([DUCKDB, POSTGRES, CLICKHOUSE])('conditions in $name', dialect => {
    const one = by(dialect);
    expect(conditionOf(one, { column: 'text', levels: ["O'Brien", 'x'] })).toMatch(
      / in \('O.'Brien', 'x'\)$/,
    );
    // Texts of numbers differ between engines: they are held against numbers.
    expect(conditionOf(one, { column: 'a "b"', levels: ['1', '2.5'] })).toContain(
      `in (${literal(1)}, ${literal(2.5)})`,
    );
    expect(conditionOf(one, { column: 'text', levels: [] })).toBe('1=0');
    expect(conditionOf(one, { column: 'a "b"', from: 1, to: 2 })).toContain(
      `between ${literal(1)} and ${literal(2)}`,
    );
    expect(() => conditionOf(one, { column: 'gone', levels: ['x'] })).toThrow(/no such column/);
    expect(() => conditionOf(one, { column: 'text', from: 1, to: 2 })).toThrow(/no numbers/);
  });

  test.each([DUCKDB, POSTGRES, CLICKHOUSE])(
    'what is not there is left out before anything is added up, in $name',
    dialect => {
      const rows = wholeRows(by(dialect), plainAsk(['a "b"', 'told']));
      const statement = dialect.aggregates({ ...rows, centred: null, wanted: ['count(*)'], by: null });
      expect(statement).toContain('((wold_x0-wold_x0)+(wold_x1-wold_x1))+(wold_w-wold_w)=0 and wold_w>0');
    },
  );

  test('scores are named as the dimensions are, and numbers are folded', () => {
    const scoring = {
      measures: ['a "b"'],
      means: Float64Array.of(2),
      units: Float64Array.of(4),
      coefficients: { rows: 1, columns: 1, values: Float64Array.of(1) },
      names: ['Lime "x"'],
    };
    const statement = scoresStatement(engine, scoring, 'text');
    expect(statement).toContain('as "Lime ""x"""');
    expect(statement).toContain(`*${literal(0.25)}`);
    expect(statement.startsWith('select wold_key as "text", ')).toBe(true);
    const moved = scoresStatement(engine, { ...scoring, origin: Float64Array.of(0.5) }, null);
    expect(moved).toContain(`-${literal(0.5)} as wold_d0`);
    expect(moved).not.toContain('wold_key');
  });
});

describe('moments', () => {
  test('a column that holds no numbers is named, and one that is not there', async () => {
    const asked = (measures: string[]) => wholeMoments([engine], plainAsk(measures), quietHost);
    await expect(asked(['text', 'told'])).rejects.toThrow(/column “text”: it holds no numbers/);
    await expect(asked(['gone', 'told'])).rejects.toThrow(/column “gone”: the table has no such column/);
  });

  test('where no row is whole the measures that lack the most are named', async () => {
    const answers: EngineRows[] = [[[9]], [[0, null, null, null, null, null, null, null]], [[7, 3]]];
    const empty: Engine = { ...engine, ask: () => Promise.resolve(answers.shift()!) };
    await expect(wholeMoments([empty], plainAsk(['a "b"', 'told']), quietHost)).rejects.toThrow(
      /0 rows have all 2 measures.*“a "b"” \(7 missing\), “told” \(3 missing\)/,
    );
  });

  test('a function that is not defined for an entry is refused by name', async () => {
    const low: Engine = { ...engine, ask: () => Promise.resolve([[-2, 0]]) };
    const asked = plainAsk(['a "b"', 'told'], { transforms: ['log', 'none'] });
    await expect(wholeMoments([low], asked, quietHost)).rejects.toThrow(/column “a "b"”.*logarithm.*-2/);
    const shares = plainAsk(['a "b"', 'told'], { shares: 'proportions' });
    await expect(wholeMoments([low], shares, quietHost)).rejects.toThrow(
      /shares of a row need numbers from 0/,
    );
  });
});

test('what an engine does not know of a column stays the sample’s', async () => {
  const table = tableOf([[1, 2, 3, 4], [5, 5, 6, 7]], ['a', 'b']); // prettier-ignore
  const own = describeTable(table);
  const whole = [
    { name: 'a', present: 90, missing: 10, numbers: { mean: 2, sd: 1, least: 0, most: 9, histogram: { from: 0, to: 9, counts: [45, 45] } }, distinct: null, commonest: null }, // prettier-ignore
  ];
  const [a, b] = describedWhole(own, whole, []);
  expect(a).toMatchObject({ present: 90, missing: 10, mean: 2, most: 9, distinct: 4, median: 2.5 });
  expect(b).toEqual(own[1]);
  // A code for what is missing makes other figures here than there.
  expect(describedWhole(own, whole, [{ name: 'a', missing: ['4'] }])[0]).toEqual(own[0]);
  // A column may be called otherwise here.
  const renamed = own.map(one => ({ ...one, name: `${one.name}!` }));
  expect(describedWhole(renamed, whole, [{ name: 'a!', heading: 'a' }])[0]).toMatchObject({ present: 90 });
  const columns = { ...engine, columns: [engine.columns[2]!], ask: () => Promise.resolve([[4, 3, 2]]) };
  const [text] = await wholeColumns([columns], [], quietHost);
  expect(text).toEqual({ name: 'text', present: 3, missing: 1, numbers: null, distinct: 2, commonest: null });
});

test('what goes between page and server comes out as it went in, and nothing else is let in', () => {
  const matrix = { rows: 2, columns: 1, values: Float64Array.of(0.1, -1e-300) };
  const group = { level: null, n: 3, total: 3, means: Float64Array.of(1), products: matrix };
  const moments = {
    measures: ['a'],
    rows: 12,
    n: 9,
    total: 9.5,
    means: Float64Array.of(1e9 + 0.1),
    least: Float64Array.of(-1),
    most: Float64Array.of(5e-324),
    units: Float64Array.of(1),
    products: matrix,
    groups: [group],
  };
  expect(momentsSchema.parse(JSON.parse(onWire(moments)))).toEqual(moments);
  const asked = plainAsk(['a'], { only: [{ column: 'k', levels: ['x'] }], by: 'k' });
  expect(wholeAskSchema.parse(JSON.parse(onWire(asked)))).toEqual(asked);
  expect(wholeAskSchema.safeParse({ ...asked, transforms: [] }).success).toBe(false);
  expect(wholeAskSchema.safeParse({ ...asked, more: 1 }).success).toBe(false);
  expect(momentsSchema.safeParse({ ...moments, products: { ...matrix, rows: 5 } }).success).toBe(false);
  const scoring = {
    measures: ['a'],
    names: ['D'],
    means: [1],
    units: [2],
    coefficients: { ...matrix, values: [0.1, 2] },
  };
  expect(scoringSchema.safeParse(scoring).success).toBe(true);
  const lone = [{ name: 'a', present: 1, missing: 0, numbers: { mean: 1, sd: NaN, least: 1, most: 1, histogram: { from: 1, to: 1, counts: [1] } }, distinct: 1, commonest: null }]; // prettier-ignore
  expect(columnsSchema.parse(JSON.parse(onWire(lone)))).toEqual(lone);
});
