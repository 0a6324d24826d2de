import { columnOf } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import { quietHost } from '../host';
import { isBy, type Recipe } from '../recipe/schema';
import { freshRecipe } from '../recipe/fresh';
import { otherScene, placedOn, placerOf } from '../recipe/otherScene';
import { fullLayersFile } from '../recipe/sceneFiles';
import { numberAt } from '../table/column';
import { readTable } from '../table/readTable';
import { sceneGrid } from './grid';
import { reduced, sourceOf } from '../testScenes';
import { writeGeoTiff } from './writeGeoTiff';

/** A scene far from 0, of several units, with a band that never varies and pixels that lack a band. */
function oddScene(
  width: number,
  height: number,
  seed: number,
  names = ['height', 'slope', 'dead', 'rain', 'noise'],
) {
  const { normal } = seededRandom(seed);
  const light = Float32Array.from(
    { length: width * height },
    (_, i) => Math.sin((i % width) / 5) + Math.cos(i / (4 * width)),
  );
  const values = [
    light.map(value => 1e6 + 50 * value + normal()),
    light.map((value, i) => (i % 11 === 3 ? -9999 : 30 - 4 * value + normal())),
    light.map(() => 7),
    light.map(value => 0.001 * value + 0.0004 * normal()),
    light.map(() => normal()),
  ];
  return sourceOf(
    writeGeoTiff({
      width,
      height,
      bands: names.map((name, j) => ({ name, values: values[j]! })),
      noData: -9999,
      place: null,
    }),
  );
}

/** A recipe of such a scene with two dimensions kept and changes of its preparation. */
async function studied(
  source: ReturnType<typeof sourceOf>,
  step: number,
  change: Partial<Recipe['preparation']> = {},
) {
  const table = await readTable(source, 'odd.tif', quietHost, { step });
  const fresh = freshRecipe(table, { step });
  const [reduction] = fresh.reductions;
  if (reduction === undefined || !isBy(reduction, 'components')) throw new Error('no components');
  const recipe: Recipe = {
    ...fresh,
    preparation: { ...fresh.preparation, ...change },
    reductions: [{ ...reduction, settings: { ...reduction.settings, keep: 2 } }],
  };
  return { table, recipe, ...(await reduced(table, recipe)) };
}

test('bands of several units start from correlations; the dead one is set aside by name', async () => {
  const { recipe, account } = await studied(oddScene(40, 30, 1), 1);
  expect(recipe.preparation.scale).toBe('unit-variance');
  expect(account.measuresSetAside).toEqual([{ name: 'dead', because: 'constant' }]);
});

test.each(['unit-variance', 'centre', 'robust', 'range', 'none'] as const)(
  'every pixel on dimensions of every second: those that were used stand where they did, those that lack a band nowhere (%s)',
  async scale => {
    const source = oddScene(41, 33, 2);
    const { table, recipe, reduction, account, components, arranged } = await studied(source, 2, { scale });
    const pieces = await fullLayersFile(source, table, recipe, reduction, account, components, []);
    const layers = await readTable(sourceOf(pieces), 'layers.tif');
    const grid = sceneGrid(layers)!;
    const own = sceneGrid(arranged)!;
    const first = layers.columns[0]!;
    if (first.kind !== 'number') throw new Error('no layer');
    const score = columnOf(components.scores, 0);
    const size = score.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
    const off = score.map((value, i) => {
      const pixel = own.pixelOf[components.rows[i]!]!;
      const at = 41 * 2 * Math.floor(pixel / own.width) + 2 * (pixel % own.width);
      return Math.abs(numberAt(first, grid.rowAt[at]!) - value);
    });
    expect(off.reduce((a, b) => Math.max(a, b)) / size).toBeLessThan(2e-6);
    // A pixel of eleven lacks the slope.
    const lacking = Array.from({ length: 41 * 33 }, (_, i) => i).filter(i => i % 11 === 3);
    expect(lacking.every(i => grid.rowAt[i] === -1)).toBe(true);
    expect(layers.rows).toBe(41 * 33 - lacking.length);
  },
);

test('what a dimension holds of a scene far from the first is told about that scene’s own means', async () => {
  const { recipe, reduction, account, components } = await studied(oddScene(30, 30, 3), 1);
  const first = { components, placer: placerOf(recipe, reduction, account, components) };
  const other = await otherScene(oddScene(25, 20, 4), 'other.tif', recipe, reduction, first);
  const placed = columnOf(other.placed, 0);
  const there = [...placed.keys()].filter(row => !Number.isNaN(placed[row]!));
  expect(placed.length - there.length).toBe(Math.ceil((500 - 3) / 11));
  // The variance of the scores of that of all measures, in the first scene’s units.
  const about = (values: readonly number[]) => {
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    return values.map(value => value - mean);
  };
  const scores = about(there.map(row => placed[row]!));
  const squares = scores.reduce((sum, value) => sum + value * value, 0);
  let total = 0;
  components.measures.forEach((measure, j) => {
    const column = other.table.columns.find(({ name }) => name === measure)!;
    if (column.kind !== 'number') throw new Error('no band');
    const scaled = about(there.map(row => numberAt(column, row) / components.divisors[j]!));
    total += scaled.reduce((sum, value) => sum + value * value, 0);
  });
  expect(other.placedShares[0]).toBeCloseTo(squares / total, 8);
});

test('a scene of three pixels is placed on its own dimension as it was found', async () => {
  const file = sourceOf(
    writeGeoTiff({
      width: 3,
      height: 1,
      bands: [
        [1, 5, 9],
        [2, 3, 7],
        [4, 4, 1],
      ].map((values, j) => ({ name: `b${j}`, values: Uint16Array.from(values) })),
      noData: null,
      place: null,
    }),
  );
  const { recipe, reduction, account, components, arranged } = await studied(file, 1);
  const { placed, shares } = placedOn(placerOf(recipe, reduction, account, components), arranged);
  columnOf(components.scores, 0).forEach((score, i) => expect(columnOf(placed, 0)[i]).toBeCloseTo(score, 10));
  shares.forEach((share, d) => expect(share).toBeCloseTo(components.heldBy[d]!, 10));
});

test('a scene without the recipe’s bands, and transforms that go by all pixels, are refused in words', async () => {
  const { table, recipe, reduction, account, components } = await studied(oddScene(20, 20, 5), 1);
  const first = { components, placer: placerOf(recipe, reduction, account, components) };
  const renamed = oddScene(20, 20, 6, ['height', 'slope', 'dead', 'wind', 'noise']);
  await expect(otherScene(renamed, 'wind.tif', recipe, reduction, first)).rejects.toThrow('rain');
  const source = oddScene(20, 20, 5);
  const ranked = await studied(source, 2, { transform: 'ranks' });
  await expect(
    fullLayersFile(source, table, ranked.recipe, ranked.reduction, ranked.account, ranked.components, []),
  ).rejects.toMatchObject({
    what: expect.stringContaining('ranks') as string,
    remedy: expect.stringContaining('transform') as string,
  });
});

test('a scene starts with as many dimensions as explain 99 % of its variance, at least one and fewer than all', async () => {
  const bandsOf = (weights: readonly number[], noise: number) => {
    const { normal } = seededRandom(5);
    const light = Float32Array.from({ length: 400 }, () => normal());
    return weights.map((weight, j) => ({
      name: `b${j}`,
      values: light.map(value => weight * value + noise * normal()),
    }));
  };
  const kept = async (bands: ReturnType<typeof bandsOf>) => {
    const picture = { width: 20, height: 20, bands, noData: null, place: null };
    const table = await readTable(sourceOf(writeGeoTiff(picture)), 'scene.tif');
    return (await reduced(table, freshRecipe(table))).components;
  };
  // Six bands of nothing but noise: no five of their dimensions explain 99 %.
  const noise = await kept(bandsOf([0, 0, 0, 0, 0, 0], 1));
  expect(noise.kept).toBe(5);
  const one = await kept(bandsOf([3, 2, 1, 2, 3, 1], 0.01));
  expect(one.kept).toBe(1);
  expect(one.shares[0]).toBeGreaterThan(0.99);
  const two = await kept(bandsOf([0, 0], 1));
  expect(two.kept).toBe(1);
});
