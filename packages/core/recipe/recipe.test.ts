import { reductionWith } from '../testTables';
import { sherds } from '../demo/sherds';
import { readDelimited } from '../table/readDelimited';
import { fitRecipe } from './fitRecipe';
import { RECIPE_VERSION } from './migrate';
import { freshRecipe } from './fresh';
import { contentHash } from '../stages/hash';
import { askOf, preparationOf, reductionRequest } from './requests';
import { compute } from './compute';
import { requestKey } from './stages';
import { checkRecipe, parseRecipe, type Recipe } from './schema';
import { writeRecipe } from './writeRecipe';

const read = (text: string, name = 'made.csv') => readDelimited(new TextEncoder().encode(text), name);
const table = read(sherds().csv, 'sherds.csv');
const recipe = freshRecipe(table);
const reduction = recipe.reductions[0]!;
const withKeep = (keep: number): Recipe => ({ ...recipe, reductions: [reductionWith(reduction, { keep })] });

const VERSION = `"version": ${RECIPE_VERSION}`;

describe('a recipe as text', () => {
  test('is read back as it was written', () => {
    expect(parseRecipe(writeRecipe(recipe), 'r.json')).toEqual(recipe);
  });

  test.each([
    ['no JSON', '{', /not JSON/],
    ['something else', '{"a":1}', /not a recipe/],
    ['a newer version', writeRecipe(recipe).replace(VERSION, '"version": 99'), /newer Wold.*version 99/],
    ['no version', writeRecipe(recipe).replace(VERSION, '"version": 0'), /at version/],
    ['an unknown role', writeRecipe(recipe).replace('"identity"', '"hero"'), /at columns\.0\.role/],
    ['an unknown entry', writeRecipe(recipe).replace('"fade"', '"shade"'), /reductions\.0/],
    ['no reductions', writeRecipe({ ...recipe, reductions: [] }), /at reductions/],
    [
      'a column twice',
      writeRecipe({ ...recipe, columns: [...recipe.columns, recipe.columns[0]!] }),
      /same name/,
    ],
  ])('%s is refused with what and where', (_, text, message) => {
    expect(() => parseRecipe(text, 'r.json')).toThrow(message);
    expect(() => parseRecipe(text, 'r.json')).toThrow(/r\.json/);
  });

  test('keep is a whole number from 1', () => {
    for (const keep of [0, -1, 1.5, 'all']) {
      const data = { ...recipe, reductions: [reductionWith(reduction, { keep: keep as number })] };
      expect(() => checkRecipe(data, 'r.json')).toThrow(/not a recipe/);
    }
  });
});

describe('hashes', () => {
  test('do not depend on the order of keys, and do on that of lists', () => {
    expect(contentHash({ a: 1, b: { c: 2, d: 3 } })).toBe(contentHash({ b: { d: 3, c: 2 }, a: 1 }));
    expect(contentHash([1, 2])).not.toBe(contentHash([2, 1]));
  });
});

describe('a result is out of date exactly when what it depends on has changed', () => {
  const key = (r: Recipe) => requestKey(table.key, reductionRequest(r, r.reductions[0]!));

  test('names, colours and thresholds change no result', () => {
    const named = {
      ...reductionWith(reduction, { fade: 0.1 }),
      names: [{ dimension: 1, name: 'Lime' }],
      map: { ...reduction.map, x: 2, y: 1, colour: null },
    };
    expect(key({ ...recipe, reductions: [named] })).toBe(key(recipe));
  });

  test('the cut changes the kept dimensions, not the decomposition', () => {
    expect(key(withKeep(4))).not.toBe(key(recipe));
    const decomposed = (r: Recipe) => {
      const { preparation, without } = askOf(r, r.reductions[0]!);
      return requestKey(table.key, { stage: 'decomposition', preparation, without });
    };
    expect(decomposed(withKeep(4))).toBe(decomposed(recipe));
  });

  test.each([
    [
      'a role',
      { ...recipe, columns: recipe.columns.map((c, i) => (i === 9 ? { ...c, role: 'aside' as const } : c)) },
    ],
    ['the scale', { ...recipe, preparation: { ...recipe.preparation, scale: 'centre' as const } }],
    ['a measure left out', { ...recipe, reductions: [{ ...reduction, without: ['CaO %'] }] }],
  ])('%s changes the result', (_, other) => {
    expect(key(other)).not.toBe(key(recipe));
  });

  test('weights that are not there change nothing', () => {
    const other = { ...recipe, preparation: { ...recipe.preparation, weighting: 'counts' as const } };
    expect(key(other)).toBe(key(recipe));
  });

  test('what was computed is taken from the memo', async () => {
    const memo = new Map<string, unknown>();
    const three = reductionRequest(withKeep(3), withKeep(3).reductions[0]!);
    const first = await compute(table, three, undefined, memo);
    expect(memo.size).toBe(4); // treated, prepared, decomposition, components
    expect(await compute(table, three, undefined, memo)).toBe(first);
    await compute(table, reductionRequest(withKeep(2), withKeep(2).reductions[0]!), undefined, memo);
    expect(memo.size).toBe(5);
  });

  test('results are plain data, the same again after a copy', async () => {
    const result = await compute(table, reductionRequest(recipe, reduction));
    expect(structuredClone(result)).toEqual(result);
    expect(await compute(table, { stage: 'account', preparation: preparationOf(recipe) })).not.toHaveProperty(
      'values',
    );
  });
});

describe('a recipe on another table', () => {
  test('finds columns by name, in any order, and sets unknown ones aside', () => {
    const other = read('y,extra,x\n1,5,2\n2,6,1\n4,7,3\n');
    const made = freshRecipe(read('x,y\n1,2\n3,4\n5,7\n'));
    expect(fitRecipe(made, other).columns).toEqual([
      { name: 'y', role: 'measure' },
      { name: 'extra', role: 'aside' },
      { name: 'x', role: 'measure' },
    ]);
  });

  test('says which columns are not there, or are no numbers', () => {
    const made = freshRecipe(read('x,y,z\n1,2,1\n3,4,2\n5,7,2\n'));
    expect(() => fitRecipe(made, read('x\n1\n2\n'))).toThrow(/lacks 2 of the recipe's columns: “y”, “z”/);
    expect(() => fitRecipe(made, read('x,y,z\na,2,3\nb,3,4\n'))).toThrow(/“x” as numbers/);
  });
});

test('the strongest correlations of a column, by size', async () => {
  const small = read('a,b,c\n1,2,9\n2,1,7\n3,4,5\n4,3,3\n');
  const preparation = preparationOf(freshRecipe(small));
  const found = await compute(small, { stage: 'relations', preparation, measure: 'a' });
  expect(found.map(({ measure }) => measure)).toEqual(['c', 'b']);
  expect(found[0]!.correlation).toBeCloseTo(-1, 14);
  expect(found[1]!.correlation).toBeCloseTo(0.6, 14);
  await expect(compute(small, { stage: 'relations', preparation, measure: 'q' })).rejects.toThrow(
    /not in use/,
  );
});
