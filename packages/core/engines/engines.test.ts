import { compute } from '../recipe/compute';
import { arrangementOf } from '../recipe/arrangementOf';
import { freshRecipe } from '../recipe/fresh';
import { reductionRequest } from '../recipe/requests';
import type { Components } from '../methods/components/components';
import { arrange } from '../table/arrange';
import { textAt } from '../table/column';
import { tableOf } from '../testTables';
import { seededRandom } from '../algebra/random';
import { DUCKDB, literal, POSTGRES, quotedText, type Engine } from './engine';
import { relationTable } from './relationTable';
import { sampleStatement } from './sampleStatement';
import { sampleTable } from './sampleTable';
import { scoresStatement } from './scoresStatement';
import { wholeMoments, type WholeMoments } from './wholeMoments';
import { wholeAskOf, wholeRecipe } from './wholeRecipe';
import { quietHost } from '../host';

const random = seededRandom(11);
const columns = (() => {
  const shared = Array.from({ length: 80 }, () => random.normal());
  return [0, 1, 2, 3].map(j => shared.map(s => 10 * j + s * (j % 2 ? 1 : -1) + 0.5 * random.normal()));
})();
const names = ['a', 'b', 'c', 'd'];
const table = tableOf(columns, names);

/** The moments of these columns, by their definition, in the units of their ranges. */
function momentsByHand(): WholeMoments {
  const means = columns.map(column => column.reduce((sum, x) => sum + x, 0) / column.length);
  const ranges = columns.map(column => Math.max(...column) - Math.min(...column));
  const values = names.flatMap((_, j) =>
    names.map(
      (__, i) =>
        columns[i]!.reduce((sum, x, row) => sum + (x - means[i]!) * (columns[j]![row]! - means[j]!), 0) /
        (ranges[i]! * ranges[j]!),
    ),
  );
  return {
    measures: names,
    n: 80,
    total: 80,
    means: Float64Array.from(means),
    least: Float64Array.from(columns, column => Math.min(...column)),
    most: Float64Array.from(columns, column => Math.max(...column)),
    units: Float64Array.from(ranges),
    products: { rows: 4, columns: 4, values: Float64Array.from(values) },
  };
}

describe('relations of a whole table', () => {
  test.each([
    ['correlation', 'unit-variance'],
    ['covariance', 'centre'],
  ] as const)('components of its %ss are those of its rows', async (of, scale) => {
    const fresh = freshRecipe(table);
    const recipe = { ...fresh, preparation: { ...fresh.preparation, scale } };
    const here = (await compute(
      arrange(table, arrangementOf(recipe)),
      reductionRequest(recipe, recipe.reductions[0]!),
    )) as unknown as Components;
    const relations = relationTable(momentsByHand(), of, 79, 'whole');
    expect(relations.matrix).toEqual({ kind: of, names });
    const fitted = wholeRecipe(recipe, relations, 80);
    const whole = (await compute(
      arrange(relations, arrangementOf(fitted)),
      reductionRequest(fitted, fitted.reductions[0]!),
    )) as unknown as Components;
    expect(whole.kept).toBe(here.kept);
    here.eigenvalues.forEach((value, d) => expect(whole.eigenvalues[d]).toBeCloseTo(value, 9));
    here.loadings.values.forEach((value, at) => expect(whole.loadings.values[at]).toBeCloseTo(value, 9));
  });

  test('a reduction that needs rows is not among those of the whole, nor what is held against columns', () => {
    const fresh = freshRecipe(table);
    const relations = relationTable(momentsByHand(), 'correlation', 79, 'whole');
    const { reductions, preparation, scores } = wholeRecipe(fresh, relations, 80);
    expect(reductions.map(({ settings }) => settings.method)).toEqual(['components']);
    expect([preparation.cases, scores]).toEqual([80, []]);
  });
});

describe('what a recipe asks of an engine', () => {
  const fresh = freshRecipe(table);
  test('measures, weight and conditions', () => {
    const only = [{ column: 'a', from: 0, to: 5 }];
    const recipe = { ...fresh, preparation: { ...fresh.preparation, only } };
    expect(wholeAskOf(recipe)).toEqual({ measures: names, weight: null, only });
  });

  test.each([
    [{ missing: 'mean' as const }, /gaps are filled/],
    [{ outliers: 'pull-in' as never }, /outliers are treated|is not done/],
    [{ transform: 'log' as never }, /entries are transformed/],
    [{ scale: 'robust' as const }, /ranks or ranges/],
    [{ rowsAside: { of: 'x', rows: [1] as never } }, /rows are set aside/],
  ])('%j is refused with what to do', (change, message) => {
    const recipe = { ...fresh, preparation: { ...fresh.preparation, ...change } };
    expect(() => wholeAskOf(recipe)).toThrow(message);
    expect(() => wholeAskOf(recipe)).toThrow(/not done within an engine\. \w+/);
  });
});

describe('statements', () => {
  const engine: Engine = {
    dialect: DUCKDB,
    from: 'pots',
    columns: [
      { name: 'a "b"', isNumber: true, isBoolean: false },
      { name: 'told', isNumber: true, isBoolean: true },
      { name: 'text', isNumber: false, isBoolean: false },
    ],
    ask: () => Promise.resolve([]),
    close: () => Promise.resolve(),
  };

  test('names and texts are quoted, numbers keep every digit', () => {
    expect(DUCKDB.quoted('a "b"; drop')).toBe('"a ""b""; drop"');
    expect(quotedText("it's")).toBe("'it''s'");
    for (const value of [0.1, -1e-300, 1.7976931348623157e308, 123456789.12345679]) {
      expect(Number(literal(value).slice(1, -1))).toBe(value);
    }
    expect(POSTGRES.double(engine.columns[1]!)).toBe('"told"::int::float8');
    expect(POSTGRES.double(engine.columns[0]!)).toBe('"a ""b"""::float8');
  });

  test('a sample is drawn by key and seed, with every column', () => {
    const statement = sampleStatement(engine, 'text', 5, 3);
    expect(statement).toContain('select "a ""b""", "told", "text" from pots');
    expect(statement).toContain('md5(cast("text" as varchar) || \':3\')');
    expect(statement).toMatch(/limit 5$/);
  });

  test('scores are named as the dimensions are', () => {
    const scoring = {
      measures: ['a "b"'],
      means: Float64Array.of(2),
      units: Float64Array.of(4),
      coefficients: { rows: 1, columns: 1, values: Float64Array.of(1) },
      names: ['Lime "x"'],
    };
    const statement = scoresStatement(engine, scoring, 'text');
    expect(statement).toContain('as "Lime ""x"""');
    expect(statement).toContain(`* ${literal(0.25)}`);
    expect(statement.startsWith('select "text", ')).toBe(true);
  });

  test('a column that holds no numbers is named, and one that is not there', async () => {
    const asked = (measures: string[]) =>
      wholeMoments([engine], { measures, weight: null, only: [] }, quietHost);
    await expect(asked(['text', 'told'])).rejects.toThrow(/column “text”: it holds no numbers/);
    await expect(asked(['gone', 'told'])).rejects.toThrow(/column “gone”: the table has no such column/);
  });

  test('a constant measure is named', async () => {
    const constant: Engine = { ...engine, ask: () => Promise.resolve([[9, 9, 1, 1, 1, 5, 2, 8]]) };
    const asked = { measures: ['a "b"', 'told'], weight: null, only: [] };
    await expect(wholeMoments([constant], asked, quietHost)).rejects.toThrow(
      /column “a "b"”: every entry is the same/,
    );
  });
});

test('rows of an engine are a table: large integers, dates, what is missing, truth and texts', () => {
  const made = sampleTable(
    [
      { name: 'n', isNumber: true, isBoolean: false },
      { name: 'yes', isNumber: true, isBoolean: true },
      { name: 'day', isNumber: false, isBoolean: false },
      { name: 'kiln', isNumber: false, isBoolean: false },
    ],
    [
      [12n, true, new Date('2026-01-02T00:00:00Z'), 'Fennick'],
      [null, false, null, 'Marram'],
      ['3.5', true, new Date('2026-01-03T12:00:00Z'), null],
      [NaN, null, null, 'Fennick'],
    ],
    'pots',
  );
  expect(made.rows).toBe(4);
  const [n, yes, day, kiln] = made.columns.map(column => [0, 1, 2, 3].map(row => textAt(column, row)));
  expect(n).toEqual(['12', '', '3.5', '']);
  expect(yes).toEqual(['1', '0', '1', '']);
  expect(day).toEqual(['2026-01-02', '', '2026-01-03T12:00:00.000Z', '']);
  expect(kiln).toEqual(['Fennick', 'Marram', '', 'Fennick']);
  expect(made.source).toEqual({ format: 'engine' });
});
