import { sherds } from '@wold/core/demo/sherds';
import { freshRecipe } from '@wold/core/recipe/fresh';
import { parseRecipe, writeRecipe } from '@wold/core/recipe/schema';
import { readDelimited } from '@wold/core/table/readDelimited';
import { runStudy } from './runStudy';

const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');
const table = read(sherds().csv);
const recipe = freshRecipe(table);

test('writes the files of every reduction and the recipe, the same each time', () => {
  const run = runStudy(recipe, table);
  expect(run.files.map(({ name }) => name)).toEqual([
    'components-scores.csv',
    'components-loadings.csv',
    'components-coefficients.csv',
    'components-eigenvalues.csv',
    'recipe.json',
  ]);
  expect(run.lines).toEqual(['252 of 286 rows used, 20 measures', 'Components: 3 of 20 dimensions kept']);
  expect(runStudy(recipe, table)).toEqual(run);
});

test('the recipe it writes runs to the same files', () => {
  const run = runStudy(recipe, table);
  const written = run.files.find(({ name }) => name === 'recipe.json')!.text;
  expect(runStudy(parseRecipe(written, 'recipe.json'), table)).toEqual(run);
  expect(written).toBe(writeRecipe(recipe));
});

test('reductions of one name do not write over each other', () => {
  const [first] = recipe.reductions;
  const twice = { ...recipe, reductions: [first!, { ...first!, id: 'components-2', keep: 2 }] };
  const names = runStudy(twice, table).files.map(({ name }) => name);
  expect(new Set(names).size).toBe(9);
});

test('a constant measure is told of by name', () => {
  const small = read('a,b,c\n1,2,5\n2,1,5\n3,3,5\n');
  expect(runStudy(freshRecipe(small), small).lines[0]).toBe(
    '3 of 3 rows used, 2 measures, c set aside (constant)',
  );
});
