import fc from 'fast-check';
import { seededRandom } from '../algebra/random';
import type { Matrix } from '../algebra/matrix';
import { withColumnRenamed } from '../recipe/edit/renamed';
import { withDimensionName, withReduction } from '../recipe/edit/reductions';
import { withFrozenScores, withScoreColumns } from '../recipe/edit/scores';
import { arrangementOf } from '../recipe/arrangementOf';
import { arrangeWithScores } from '../recipe/arrangeWithScores';
import { compute } from '../recipe/compute';
import { freshRecipe } from '../recipe/fresh';
import { outputOf } from '../recipe/outputOf';
import { reductionRequest } from '../recipe/requests';
import { scoreColumnsOf } from '../recipe/scoreColumns';
import { checkRecipe, type Recipe } from '../recipe/schema';
import { numberAt, type NumberColumn } from '../table/column';
import { findColumn, type Table } from '../table/table';
import { firstOf, reductionWith, tableOf } from '../testTables';
import type { Components } from './components/components';
import { componentsPlacement } from './components/placement';
import { likenessOf, namesOn, profileOf } from './names';
import { scoresTable } from './scoresTable';

/** Two groups of measures, each with a dimension behind it that correlates with the other. */
function blocks(seed: number, n = 200): Table {
  const { normal } = seededRandom(seed);
  const rows = Array.from({ length: n }, () => {
    const [a, b] = [normal(), normal()];
    const second = 0.4 * a + b;
    return [
      ...[1.1, 1, 0.9, 1.2].map(size => size * a + 0.5 * normal()),
      ...[0.8, 0.7, 0.9].map(size => size * second + 0.5 * normal()),
    ];
  });
  return tableOf(Array.from({ length: 7 }, (_, j) => rows.map(row => row[j]!)));
}

const fromRows = (rows: readonly (readonly number[])[]): Matrix => {
  const columns = rows[0]!.length;
  const values = Float64Array.from({ length: rows.length * columns }, (_, place) => {
    const j = Math.floor(place / rows.length);
    return rows[place % rows.length]![j]!;
  });
  return { rows: rows.length, columns, values };
};

const structured = (correlations: Matrix) => ({
  measures: Array.from({ length: correlations.rows }, (_, j) => `m${j}`),
  correlations,
});

test('likeness is Tucker’s congruence, by its definition', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 12 }), fc.integer({ min: 1, max: 4 }), fc.nat(), (p, k, seed) => {
      const { normal } = seededRandom(seed);
      const rows = Array.from({ length: p }, () => Array.from({ length: k }, () => Math.tanh(normal())));
      const structure = structured(fromRows(rows));
      const other = rows.map(row => row.map(value => Math.tanh(value + 0.3 * normal())));
      const profile = other.map((row, j) => ({ measure: `m${j}`, correlation: row[0]! }));
      likenessOf(profile, structure).forEach(({ dimension, congruence }) => {
        const of = (list: number[][], d: number) => list.map(row => row[d]!);
        const [x, y] = [of(other, 0), of(rows, dimension - 1)];
        const dot = (a: number[], b: number[]) => a.reduce((sum, value, i) => sum + value * b[i]!, 0);
        expect(congruence).toBeCloseTo(dot(x, y) / Math.sqrt(dot(x, x) * dot(y, y)), 12);
      });
    }),
  );
});

test('names move with their dimensions, whatever their order, and say when these are reversed', () => {
  const rows = [
    [0.9, 0.1, 0.2],
    [0.8, 0.0, 0.3],
    [0.1, 0.9, 0.1],
    [0.2, 0.7, 0.0],
    [0.0, 0.1, 0.9],
  ];
  const before = structured(fromRows(rows));
  const given = ['a', 'b', 'c'].map((name, d) => ({
    dimension: d + 1,
    name,
    profile: profileOf(before, d + 1),
  }));
  const after = structured(fromRows(rows.map(([a, b, c]) => [b!, c!, -a!])));
  expect(namesOn(given, after).names.toSorted((x, y) => x.dimension - y.dimension)).toEqual([
    { dimension: 1, name: 'b' },
    { dimension: 2, name: 'c' },
    { dimension: 3, name: 'a, reversed' },
  ]);
});

test('a name never sits on a dimension that is another, and comes back with its own', () => {
  const before = structured(fromRows([[0.9], [0.8], [0.1]]));
  const given = [{ dimension: 1, name: 'a', profile: profileOf(before, 1) }];
  const other = structured(fromRows([[0.1], [0.2], [0.9]]));
  const { names, rest } = namesOn(given, other);
  expect(names).toEqual([]);
  expect(rest).toHaveLength(1);
  expect(rest[0]!.nearest.dimension).toBe(1);
  expect(namesOn(given, before).names).toEqual([{ dimension: 1, name: 'a' }]);
  // Half of what it was made of is gone.
  expect(namesOn(given, structured(fromRows([[0.9]]))).names).toEqual([]);
});

const named = async (source: Table) => {
  const fresh = freshRecipe(source);
  const first = reductionWith(fresh.reductions[0]!, { keep: 2, rotation: { method: 'varimax', power: 4 } });
  const start: Recipe = { ...fresh, reductions: [first] };
  const made = (await compute(source, reductionRequest(start, first))) as Components;
  const structure = componentsPlacement(made).structure;
  const scored = withScoreColumns(start, first, ['Components 1', 'Components 2'], null, structure);
  const one = withDimensionName(scored, scored.reductions[0]!, 1, 'Size', structure);
  const two = withDimensionName(one, one.reductions[0]!, 2, 'Lime', structure);
  return { recipe: two, made };
};
const arranged = (source: Table, recipe: Recipe): Promise<Table> =>
  arrangeWithScores(source, { ...arrangementOf(recipe), scores: scoreColumnsOf(recipe) });
const entries = (table: Table, name: string) => {
  const column = findColumn(table, name) as NumberColumn;
  return Array.from({ length: table.rows }, (_, row) => numberAt(column, row));
};
const correlation = (x: number[], y: number[]) => {
  const mean = (list: number[]) => list.reduce((sum, value) => sum + value, 0) / list.length;
  const [a, b] = [mean(x), mean(y)];
  const sum = (of: (i: number) => number) => x.reduce((total, _, i) => total + of(i), 0);
  const cross = sum(i => (x[i]! - a) * (y[i]! - b));
  return cross / Math.sqrt(sum(i => (x[i]! - a) ** 2) * sum(i => (y[i]! - b) ** 2));
};
const turned = (recipe: Recipe, method: 'promax' | 'none') => {
  const { id } = recipe.reductions[0]!;
  const reduction = reductionWith(recipe.reductions[0]!, { rotation: { method, power: 4 } });
  return withReduction(recipe, id, reduction);
};

test('columns of scores in step carry the name, keep to their dimension, and are not doubled in files', async () => {
  const source = blocks(5);
  const { recipe } = await named(source);
  expect(() => checkRecipe(recipe, 'r')).not.toThrow();
  expect(recipe.scores.map(({ name }) => name)).toEqual(['Size', 'Lime']);
  expect(recipe.reductions[0]!.without).toEqual(['Size', 'Lime']);
  const before = await arranged(source, recipe);
  const oblique = turned(recipe, 'promax');
  const after = await arranged(source, oblique);
  for (const name of ['Size', 'Lime']) {
    expect(correlation(entries(before, name), entries(after, name))).toBeGreaterThan(0.9);
  }
  const reduction = firstOf(oblique);
  const result = await compute(after, reductionRequest(oblique, reduction));
  const output = outputOf(oblique, reduction, { table: after, account: {} as never, result });
  const header = scoresTable(output.table, output.names, componentsPlacement(result))[0]!;
  expect(header.toSorted()).toEqual([...source.columns.map(({ name }) => name), 'Lime', 'Size'].toSorted());
  // What stands under a name in the file is what stands under it in the table.
  const table = scoresTable(output.table, output.names, componentsPlacement(result));
  const place = header.indexOf('Size');
  expect(table.slice(1).map(row => Number(row[place]))).toEqual(entries(after, 'Size'));
});

test('they follow a dimension that comes to stand elsewhere, and are turned where it is', async () => {
  const source = blocks(8);
  const { recipe, made } = await named(source);
  const profile = recipe.scores[0]!.profile!;
  const reversed = {
    ...recipe,
    scores: [
      {
        ...recipe.scores[0]!,
        dimension: 2,
        profile: profile.map(one => ({ ...one, correlation: -one.correlation })),
      },
    ],
    columns: recipe.columns.filter(({ name }) => name !== 'Lime'),
  };
  const column = entries(await arranged(source, reversed), 'Size');
  column.forEach((value, i) => expect(value).toBe(-made.scores.values[i]!));
});

test('a frozen column of scores stays on its dimension, however it is called', async () => {
  const source = blocks(11);
  const { recipe } = await named(source);
  const before = entries(await arranged(source, recipe), 'Lime');
  const frozen = turned(withFrozenScores(recipe, 'Lime'), 'none');
  const other = withColumnRenamed(frozen, 'x1', 'first');
  expect(other.scores[1]!.frozen!.ask.preparation.measures[0]).toBe('first');
  const renamed = {
    ...source,
    columns: source.columns.map(column => (column.name === 'x1' ? { ...column, name: 'first' } : column)),
  };
  expect(entries(await arranged(renamed, other), 'Lime')).toEqual(before);
});

test('a column is called otherwise wherever the recipe speaks of it', async () => {
  const { recipe } = await named(blocks(3));
  const told: Recipe = {
    ...recipe,
    preparation: {
      ...recipe.preparation,
      only: [{ column: 'Size', from: 0, to: 1 }],
      supplementary: [{ column: 'Size', levels: ['1'] }],
      repeatKeys: ['Size'],
      unfenced: ['Size'],
      transforms: [{ measure: 'Size', transform: 'log' }],
    },
    made: [{ name: 'bins', from: 'Size', how: { kind: 'quantiles', bins: 3 } }],
    reductions: recipe.reductions.map(reduction => ({
      ...reductionWith(reduction, { placed: ['Size'], groupsBy: 'Size', outcome: 'Size' }),
      map: { ...reduction.map, colour: 'Size' },
      repeatsBy: ['Size'],
    })),
  };
  const names = told.reductions[0]!.names;
  const renamed = withColumnRenamed(told, 'Size', 'Girth');
  // The dimension itself is still called so: no other place is.
  const rest = { ...renamed, reductions: renamed.reductions.map(one => ({ ...one, names: [] })) };
  expect(JSON.stringify(rest)).not.toContain('Size');
  expect(renamed.reductions[0]!.names).toEqual(names);
  expect(withColumnRenamed(renamed, 'Girth', 'Size')).toEqual(told);
});
