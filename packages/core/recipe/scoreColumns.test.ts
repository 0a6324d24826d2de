import { reductionWith } from '../testTables';
import { columnOf } from '../algebra/matrix';
import { numberAt, type NumberColumn } from '../table/column';
import { findColumn, type Table } from '../table/table';
import { normalTable } from '../testTables';
import { arrangementOf } from './arrangementOf';
import { fitRecipe } from './fitRecipe';
import { freshRecipe } from './fresh';
import { reducedBy, reductionRequest } from './requests';
import { compute } from './compute';
import { arrangeWithScores } from './arrangeWithScores';
import { scoreColumnsOf } from './scoreColumns';
import { checkRecipe, parseRecipe, type Recipe } from './schema';
import { writeRecipe } from './writeRecipe';

const source = normalTable(40, 5, 12);
const fresh = freshRecipe(source);
const first = {
  ...reductionWith(fresh.reductions[0]!, { keep: 2 }),
  without: ['score 1', 'again'],
};
const scored = (scores: Recipe['scores'], change: Partial<Recipe> = {}): Recipe => ({
  ...fresh,
  reductions: [first],
  columns: [...fresh.columns, ...scores.map(({ name }) => ({ name, role: 'label' as const }))],
  scores,
  ...change,
});
const arranged = (recipe: Recipe): Promise<Table> =>
  arrangeWithScores(source, { ...arrangementOf(recipe), scores: scoreColumnsOf(recipe) });
const inStep = { name: 'score 1', reduction: first.id, dimension: 1, frozen: null };
const entries = (table: Table, name: string) => {
  const column = findColumn(table, name) as NumberColumn;
  return Array.from({ length: table.rows }, (_, row) => numberAt(column, row));
};

test('a column of scores holds the scores of its dimension', async () => {
  const recipe = scored([inStep]);
  const table = await arranged(recipe);
  const { scores } = await compute(source, reductionRequest(recipe, first));
  expect(entries(table, 'score 1')).toEqual([...columnOf(scores, 0)]);
  expect(table.columns).toHaveLength(6);
  expect(table.key).not.toBe(source.key);
});

test('kept in step it follows its reduction; frozen it stays', async () => {
  const frozen = reducedBy(fresh, first) as NonNullable<Recipe['scores'][number]['frozen']>;
  const recipe = scored([inStep, { ...inStep, name: 'again', frozen }]);
  const before = await arranged(recipe);
  const changed = { ...first, without: [...first.without, 'x1'] };
  const after = await arranged({ ...recipe, reductions: [changed] });
  expect(entries(after, 'score 1')).not.toEqual(entries(before, 'score 1'));
  expect(entries(after, 'again')).toEqual(entries(before, 'again'));
  expect(entries(before, 'again')).toEqual(entries(before, 'score 1'));
});

test('scores can be reduced again', async () => {
  const second = { ...first, id: 'second', without: ['x1', 'x2', 'x3'] };
  const recipe = scored([inStep, { name: 'again', reduction: 'second', dimension: 1, frozen: null }], {
    columns: [...fresh.columns, { name: 'score 1', role: 'measure' }, { name: 'again', role: 'label' }],
    reductions: [{ ...first, without: ['score 1'] }, second],
  });
  const table = await arranged(recipe);
  expect((await compute(table, reductionRequest(recipe, second))).measures).toEqual(['x4', 'x5', 'score 1']);
  expect(entries(table, 'again').some(Number.isNaN)).toBe(false);
});

test('a dimension that is no longer kept leaves its column empty, and a deleted reduction takes it along', async () => {
  expect(entries(await arranged(scored([{ ...inStep, dimension: 5 }])), 'score 1').every(Number.isNaN)).toBe(
    true,
  );
  expect(scoreColumnsOf(scored([{ ...inStep, reduction: 'gone' }]))).toEqual([]);
});

test('rows that are left out have no score, rows that are placed have theirs', async () => {
  const recipe = scored([inStep], {
    preparation: {
      ...fresh.preparation,
      rowsAside: {
        of: source.fileKey,
        rows: [
          { row: 3, reason: 'odd', placed: false },
          { row: 5, reason: 'unknown', placed: true },
        ],
      },
    },
  });
  const values = entries(await arranged(recipe), 'score 1');
  expect(values[3]).toBeNaN();
  expect(values[5]).not.toBeNaN();
});

test('a recipe with frozen scores is written and read back, and runs on another table', async () => {
  const frozen = reducedBy(fresh, first) as NonNullable<Recipe['scores'][number]['frozen']>;
  const recipe = scored([{ ...inStep, frozen }]);
  expect(parseRecipe(writeRecipe(recipe), 'made')).toEqual(recipe);
  const other = normalTable(30, 5, 3);
  expect((await arranged(fitRecipe(recipe, other))).columns).toHaveLength(6);
  const broken = {
    ...recipe,
    scores: [{ ...inStep, frozen: { method: 'components' as const, ask: { keep: 2 } } }],
  };
  expect(() => checkRecipe(broken, 'made')).toThrow(/scores/);
});
