import { freshRecipe } from '@wold/core/recipe/fresh';
import { scoreColumnsOf } from '@wold/core/recipe/scoreColumns';
import { checkRecipe } from '@wold/core/recipe/schema';
import { normalTable } from '@wold/core/testTables';
import { withFrozenScores, withScoreColumns } from '@wold/core/recipe/edit/scores';
import { withReduction } from '@wold/core/recipe/edit/reductions';
import { withMadeColumn, withoutMadeColumn } from '@wold/core/recipe/edit/columns';

const recipe = freshRecipe(normalTable(20, 4, 1));
const reduction = recipe.reductions[0]!;
const scored = withScoreColumns(recipe, reduction, ['Lime', 'x1'], null, null);

test('columns of scores stand last, under names that are free, and their reduction leaves them out', () => {
  expect(scored.columns.slice(-2)).toEqual([
    { name: 'Lime', role: 'label' },
    { name: 'x1 (2)', role: 'label' },
  ]);
  expect(scored.scores.map(({ dimension }) => dimension)).toEqual([1, 2]);
  expect(scored.reductions[0]!.without).toEqual(['Lime', 'x1 (2)']);
  expect(() => checkRecipe(scored, 'made')).not.toThrow();
});

test('a label made later stands before them', () => {
  const made = withMadeColumn(scored, { name: 'bins', from: 'x2', how: { kind: 'quantiles', bins: 3 } });
  expect(made.columns.map(({ name }) => name)).toEqual(['x1', 'x2', 'x3', 'x4', 'bins', 'Lime', 'x1 (2)']);
});

test('frozen scores keep what they were made of', () => {
  const frozen = withFrozenScores(scored, 'Lime');
  const changed = withReduction(frozen, reduction.id, { without: ['x1', 'Lime', 'x1 (2)'] });
  const [lime, other] = scoreColumnsOf(changed);
  expect(lime!.request).toEqual(scoreColumnsOf(scored)[0]!.request);
  expect(other!.request).not.toEqual(scoreColumnsOf(scored)[1]!.request);
});

test('a deleted one goes, the others stay', () => {
  const left = withoutMadeColumn(scored, 'Lime');
  expect(left.scores.map(({ name }) => name)).toEqual(['x1 (2)']);
  expect(left.columns.some(({ name }) => name === 'Lime')).toBe(false);
});
