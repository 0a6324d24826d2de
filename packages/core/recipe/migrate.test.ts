import { PLAIN_WRITEUP } from '../writeup/writeup';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readDelimited } from '../table/readDelimited';
import { freshRecipe } from './fresh';
import { RECIPE_VERSION } from './migrate';
import { checkRecipe, parseRecipe, type Recipe, type RowMap } from './schema';
import { writeRecipe } from './writeRecipe';

const table = readDelimited(new TextEncoder().encode('kiln,a,b\nx,1,2\ny,2,5\nx,3,1\n'), 'pots.csv');
const fresh = freshRecipe(table);

/** As Wold wrote it first, what belongs to names as members of objects; by its text, as it is kept. */
const first = JSON.parse(
  JSON.stringify({
    ...fresh,
    version: 1,
    made: [{ name: 'side', from: 'kiln', how: { kind: 'joined', levels: { LEVEL: 'west' } } }],
    columns: fresh.columns.map(column =>
      column.name === 'kiln'
        ? { ...column, colours: { LEVEL: 3, y: 1 } }
        : { ...column, values: { 'n.d.': 0, LEVEL: 0.5 } },
    ),
    preparation: { ...fresh.preparation, transforms: { a: 'ranks', LEVEL: 'log' } },
    // Not all settings were there then.
    reductions: fresh.reductions.map(({ settings, ...shared }) => ({
      ...shared,
      ...settings,
      small: undefined,
      names: { 1: 'Lime', 10: 'Clay' },
    })),
    scores: [],
    // JSON holds it as a member like any other.
  }).replaceAll('LEVEL', '__proto__'),
) as unknown;

test('a recipe of the first version is read, whatever its names', () => {
  const recipe: Recipe = checkRecipe(first, 'old');
  expect(recipe.version).toBe(RECIPE_VERSION);
  expect(recipe.columns[0]!.colours).toEqual([
    { level: '__proto__', place: 3 },
    { level: 'y', place: 1 },
  ]);
  expect(recipe.columns[1]!.values).toEqual([
    { entry: 'n.d.', number: 0 },
    { entry: '__proto__', number: 0.5 },
  ]);
  expect(recipe.preparation.transforms).toEqual([
    { measure: 'a', transform: 'ranks' },
    { measure: '__proto__', transform: 'log' },
  ]);
  expect(recipe.made[0]!.how).toEqual({ kind: 'joined', levels: [{ from: '__proto__', to: 'west' }] });
  expect(recipe.reductions[0]!.names).toEqual([
    { dimension: 1, name: 'Lime' },
    { dimension: 10, name: 'Clay' },
  ]);
});

test('what was frozen then is read too', () => {
  const { off: _, ...preparation } = fresh.preparation;
  const frozen = {
    preparation: {
      ...preparation,
      measures: ['a', 'b'],
      weight: null,
      transforms: { a: 'log' },
      reversed: { b: { least: 1, most: 5 } },
    },
    without: [],
    keep: 1,
    rotation: { method: 'none', power: 4 },
  };
  const old = {
    ...(first as object),
    scores: [{ name: 's', reduction: 'components-1', dimension: 1, frozen }],
  };
  expect(checkRecipe(old, 'old').scores[0]!.frozen!.ask.preparation).toMatchObject({
    transforms: [{ measure: 'a', transform: 'log' }],
    reversed: [{ measure: 'b', ends: { least: 1, most: 5 } }],
  });
});

test('a recipe of this version stays as it is; a damaged old one is refused as what it is', () => {
  expect(checkRecipe(fresh, 'new')).toEqual(fresh);
  for (const columns of [null, 'x', [null], {}]) {
    expect(() => checkRecipe({ ...(first as object), columns }, 'old')).toThrow(/not a recipe.*columns/);
  }
});

test('a recipe that version 2 wrote is read: the settings of its method together, what was frozen by its method', () => {
  const text = readFileSync(join(__dirname, 'kept', 'version2.json'), 'utf8');
  const recipe = parseRecipe(text, 'version2.json');
  const [reduction] = recipe.reductions;
  expect(reduction).toMatchObject({
    id: 'components-1',
    without: ['Lime'],
    names: [{ dimension: 1, name: 'Lime' }],
    settings: {
      method: 'components',
      keep: 2,
      rotation: { method: 'promax', power: 3 },
      groupsBy: 'kiln',
      limit: 0.9,
    },
  });
  expect(recipe.scores[0]!.frozen).toMatchObject({
    method: 'components',
    ask: { keep: 2, rotation: { method: 'varimax' }, preparation: { measures: ['a', 'b', 'c'] } },
  });
  expect(parseRecipe(writeRecipe(recipe), 'again')).toEqual(recipe);
});

test('a recipe that version 3 wrote is read: repeats by one column are repeats by a list of one', () => {
  const text = readFileSync(join(__dirname, 'kept', 'version3.json'), 'utf8');
  const recipe = parseRecipe(text, 'version3.json');
  expect(recipe.reductions[0]).toMatchObject({
    id: 'components-1',
    repeatsBy: ['sherd'],
    names: [{ dimension: 1, name: 'Lime' }],
    map: { named: false, groups: 'none', share: 0.95 },
  });
  expect(parseRecipe(writeRecipe(recipe), 'again')).toEqual(recipe);
});

/** A map with what versions 4 and 5 knew of it, all else being at rest. */
function mapThen(now: RowMap): object {
  const { figure, z, xMeasure, yMeasure, sizeBy, shapeBy, density, ...map } = now;
  expect([figure, z, xMeasure, yMeasure, sizeBy, shapeBy, density]).toEqual([
    ...Array<null>(6).fill(null),
    'none',
  ]);
  return map;
}

/** What was not known before version 9, at rest: the colours of a scene's picture, and rows drawn anew. */
const OF_NINTH = new Map<string, unknown>([
  ['composite', null],
  ['layers', [1, 2, 3]],
  ['stretch', 'linear'],
  ['clip', 2],
]);

/** And before version 10: rows drawn anew for any method. */
const OF_TENTH = new Map<string, unknown>([
  ['resamples', { times: 500, seed: 1, alignment: 'matched', groups: null, alike: 0.95, halves: null }],
  ['again', false],
  ['otherStarts', 'alike'],
  ['writeup', PLAIN_WRITEUP],
]);

/** A recipe without what was not known then, all of it being at rest. */
const before = (recipe: object, known: ReadonlyMap<string, unknown>): unknown =>
  JSON.parse(
    JSON.stringify(recipe, (key, value: unknown) => {
      if (!known.has(key)) return value;
      expect(value).toEqual(known.get(key));
      return undefined;
    }),
  );

/** A recipe as it was before version 9. */
const beforeNinth = (recipe: object): unknown => before(recipe, new Map([...OF_NINTH, ...OF_TENTH]));

/** A recipe as it was before a text could be split: nowhere is one. */
const thenKnown = (recipe: object): unknown =>
  JSON.parse(
    JSON.stringify(beforeNinth(recipe), (key, value: unknown) =>
      key === 'words' && value === null ? undefined : value,
    ),
  );

test('a recipe that version 4 wrote is read as it is', () => {
  const text = readFileSync(join(__dirname, 'kept', 'version4.json'), 'utf8');
  const recipe = parseRecipe(text, 'version4.json');
  const known = recipe.reductions.map(({ map, only: _, ...reduction }) => ({
    ...reduction,
    map: mapThen(map),
  }));
  const { pictures, ...rest } = recipe;
  expect(pictures).toBe(false);
  expect(thenKnown({ ...rest, version: 4, reductions: known })).toEqual(JSON.parse(text));
  expect(recipe.reductions[0]!.repeatsBy).toEqual(['sherd', 'kiln']);
  expect(parseRecipe(writeRecipe(recipe), 'again')).toEqual(recipe);
});

test('a recipe that version 5 wrote is read as it is, its factors too', () => {
  const text = readFileSync(join(__dirname, 'kept', 'version5.json'), 'utf8');
  const recipe = parseRecipe(text, 'version5.json');
  expect(recipe.reductions.map(({ settings }) => settings.method)).toEqual(['components', 'factors']);
  const known = recipe.reductions.map(({ map, only: _, ...reduction }) => ({
    ...reduction,
    map: mapThen(map),
  }));
  const { pictures, ...rest } = recipe;
  expect(pictures).toBe(false);
  expect(thenKnown({ ...rest, version: 5, reductions: known })).toEqual(JSON.parse(text));
  expect(parseRecipe(writeRecipe(recipe), 'again')).toEqual(recipe);
});

test('a recipe that version 6 wrote is read, its map of neighbours too, with what is new at rest', () => {
  const text = readFileSync(join(__dirname, 'kept', 'version6.json'), 'utf8');
  const recipe = parseRecipe(text, 'version6.json');
  expect(recipe.version).toBe(RECIPE_VERSION);
  const map = recipe.reductions.find(({ settings }) => settings.method === 'neighbours')!;
  expect(map.settings).toMatchObject({
    embedding: 'umap',
    placing: 'optimised',
    sheet: { sizes: [], across: 'seed', columns: 3 },
  });
  expect(map.map.figure).toBe('trustworthiness');
  expect(parseRecipe(writeRecipe(recipe), 'again')).toEqual(recipe);
});

test('a recipe that version 7 wrote is read, every method, with all rows of the study in each reduction', () => {
  const text = readFileSync(join(__dirname, 'kept', 'version7.json'), 'utf8');
  const recipe = parseRecipe(text, 'version7.json');
  expect(recipe.version).toBe(RECIPE_VERSION);
  expect(recipe.reductions.map(({ only }) => only)).toEqual([[], [], [], []]);
  const known = recipe.reductions.map(({ only: _, ...reduction }) => reduction);
  expect(thenKnown({ ...recipe, version: 7, reductions: known })).toEqual(JSON.parse(text));
  expect(parseRecipe(writeRecipe(recipe), 'again')).toEqual(recipe);
});

test('a recipe that version 8 wrote is read, its split text too, with the colours of pictures at rest', () => {
  const text = readFileSync(join(__dirname, 'kept', 'version8.json'), 'utf8');
  const recipe = parseRecipe(text, 'version8.json');
  expect(recipe.version).toBe(RECIPE_VERSION);
  expect(recipe.preparation.words?.column).toBe('description');
  expect(beforeNinth({ ...recipe, version: 8 })).toEqual(JSON.parse(text));
  expect(parseRecipe(writeRecipe(recipe), 'again')).toEqual(recipe);
});

test('a recipe that version 9 wrote is read: how rows are drawn anew belongs to any reduction now', () => {
  const text = readFileSync(join(__dirname, 'kept', 'version9.json'), 'utf8');
  const then = JSON.parse(text) as { reductions: { settings: { resamples?: object } }[] };
  const recipe = parseRecipe(text, 'version9.json');
  expect(recipe.version).toBe(RECIPE_VERSION);
  expect(recipe.reductions.map(({ resamples }) => resamples)).toEqual([
    { times: 200, seed: 9, alignment: 'turned', groups: 'sherd', alike: 0.95, halves: null },
    ...Array.from({ length: 3 }, () => ({
      ...then.reductions[1]!.settings.resamples,
      alike: 0.95,
      halves: null,
    })),
  ]);
  const known = {
    ...then,
    reductions: then.reductions.map(({ settings: { resamples: _, ...settings }, ...rest }) => ({
      ...rest,
      settings,
    })),
  };
  const now = recipe.reductions.map(({ resamples: _, ...reduction }) => reduction);
  expect(
    before(
      { ...recipe, version: 9, reductions: now },
      new Map<string, unknown>([
        ['again', false],
        ['otherStarts', 'alike'],
        ['writeup', PLAIN_WRITEUP],
      ]),
    ),
  ).toEqual(known);
  expect(parseRecipe(writeRecipe(recipe), 'again')).toEqual(recipe);
});
