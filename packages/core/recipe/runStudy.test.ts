import { sherds } from '../demo/sherds';
import { freshRecipe } from './fresh';
import { parseRecipe } from './schema';
import { writeRecipe } from './writeRecipe';
import { readDelimited } from '../table/readDelimited';
import { withFewDraws } from '../testTables';
import { runStudy } from './runStudy';

const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');
const table = read(sherds().csv);
const recipe = withFewDraws(freshRecipe(table));

/** What is written and said. */
async function run(...asked: Parameters<typeof runStudy>) {
  const { files, lines } = await runStudy(...asked);
  return { files, lines };
}

test('writes the files of every reduction and the recipe, the same each time', async () => {
  const first = await run(recipe, table);
  expect(first.files.map(({ name }) => name)).toEqual([
    'components-scores.csv',
    'components-loadings.csv',
    'components-coefficients.csv',
    'components-eigenvalues.csv',
    'components-dimensions.csv',
    'components-measures.csv',
    'components-votes.csv',
    'components-random.csv',
    'components-rows.csv',
    'figures.json',
    'recipe.json',
  ]);
  expect(first.lines).toEqual(['252 of 286 rows used, 20 measures', 'Components: 3 of 20 dimensions kept']);
  expect(await run(recipe, table)).toEqual(first);
});

test('the recipe it writes runs to the same files', async () => {
  const first = await run(recipe, table);
  const found = first.files.find(({ name }) => name === 'recipe.json')!;
  const written = 'text' in found ? found.text : '';
  expect(await run(parseRecipe(written, 'recipe.json'), table)).toEqual(first);
  expect(written).toBe(writeRecipe(recipe));
});

test('reductions whose names come to one file name do not write over each other', async () => {
  const [first] = recipe.reductions;
  const named = (name: string, index: number) => ({ ...first!, id: `components-${index}`, name });
  const names = ['!!!', '???', 'A b', 'a-b', 'a-b 2', 'con', '\u{1f3fa}'.repeat(3), '漢'.repeat(80)];
  const files = (await runStudy({ ...recipe, reductions: names.map(named) }, table, ['eigenvalues'])).files;
  const written = files.map(({ name }) => name);
  expect(new Set(written.map(name => name.toLowerCase())).size).toBe(names.length);
  for (const name of written) {
    expect(Buffer.byteLength(name)).toBeLessThan(200);
    expect(name).toMatch(/^[\p{L}\p{M}\p{N}][\p{L}\p{M}\p{N}-]*\.csv$/u);
  }
  expect(written[0]).toBe('reduction-eigenvalues.csv');
});

test('a constant measure is told of by name', async () => {
  const small = read('a,b,c\n1,2,5\n2,1,5\n3,3,5\n');
  expect((await runStudy(freshRecipe(small), small)).lines[0]).toBe(
    '3 of 3 rows used, 2 measures, c set aside (constant)',
  );
});

test('a reduction of some rows gives the files of a study of these rows, and says how many', async () => {
  const only = [{ column: 'kiln', levels: ['Fennick', 'Marram'] }];
  const kinds = ['coefficients', 'scores', 'loadings'];
  const reductions = recipe.reductions.map(reduction => ({ ...reduction, only }));
  const some = await runStudy({ ...recipe, reductions }, table, kinds);
  const preparation = { ...recipe.preparation, only };
  const study = await runStudy({ ...recipe, preparation }, table, kinds);
  expect(some.files).toHaveLength(kinds.length);
  expect(some.files).toEqual(study.files);
  expect(some.files).not.toEqual((await runStudy(recipe, table, kinds)).files);
  const used = /^(\d+) of 286 rows used/.exec(study.lines[0]!)![1]!;
  expect(some.lines[1]).toMatch(new RegExp(`^Components \\(${used} rows\\): `));
});
