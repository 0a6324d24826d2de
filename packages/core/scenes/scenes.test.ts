import fc from 'fast-check';
import { decode } from 'fast-png';
import { columnOf, entry } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import { tile } from '../demo/tile';
import { quietHost } from '../host';
import { isBy, type Recipe } from '../recipe/schema';
import { freshRecipe } from '../recipe/fresh';
import { otherScene, placedOn, placerOf } from '../recipe/otherScene';
import { fullLayersFile, sceneFile, scenesTable } from '../recipe/sceneFiles';
import type { NumberColumn } from '../table/column';
import { readTable } from '../table/readTable';
import { sceneOf } from '../table/table';
import { compositeOf, shadesOf } from './composite';
import { sceneGrid } from './grid';
import { spectrumOf } from './spectrum';
import { startBands } from './startBands';
import { reduced, sourceOf } from '../testScenes';

const demo = tile();
const source = sourceOf(demo.pieces);

function correlation(a: ArrayLike<number>, b: ArrayLike<number>): number {
  const n = a.length;
  let [sa, sb] = [0, 0];
  for (let i = 0; i < n; i++) [sa, sb] = [sa + a[i]!, sb + b[i]!];
  let [aa, bb, ab] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const [x, y] = [a[i]! - sa / n, b[i]! - sb / n];
    [aa, bb, ab] = [aa + x * x, bb + y * y, ab + x * y];
  }
  return ab / Math.sqrt(aa * bb);
}

/** The recipe with six components kept: minor ones are looked at. */
const keepingSix = (recipe: Recipe): Recipe => ({
  ...recipe,
  reductions: recipe.reductions.map(reduction =>
    isBy(reduction, 'components')
      ? { ...reduction, settings: { ...reduction.settings, keep: 6 } }
      : reduction,
  ),
});

describe('the demo’s tile', () => {
  test('a minor component shows the drawing beneath the paint, and no other does', async () => {
    const table = await readTable(source, 'tile.tif');
    const recipe = keepingSix(freshRecipe(table));
    expect(recipe.preparation.scale).toBe('centre');
    expect(startBands(table)).toEqual(['640 nm', '550 nm', '460 nm']);
    const { components } = await reduced(table, recipe);
    const found = Array.from({ length: components.kept }, (_, d) =>
      Math.abs(correlation(columnOf(components.scores, d), demo.truth.underdrawing)),
    );
    expect(found.findIndex(r => r > 0.9)).toBe(3);
    expect(found.filter(r => r > 0.3)).toHaveLength(1);
    expect(components.shares[3]!).toBeLessThan(0.002);
  });

  test('layers of all pixels, from every third one, are the scores of all pixels on those dimensions', async () => {
    const table = await readTable(source, 'tile.tif', quietHost, {
      step: 3,
      region: { x: 6, y: 10, width: 60, height: 47 },
    });
    const fresh = freshRecipe(table);
    const recipe: Recipe = {
      ...fresh,
      preparation: {
        ...fresh.preparation,
        rowTransform: 'proportions',
        transforms: [{ measure: '550 nm', transform: 'yeo-johnson' }],
        scale: 'unit-variance',
      },
    };
    const { reduction, account, components, arranged } = await reduced(table, recipe);
    const pieces = await fullLayersFile(source, table, recipe, reduction, account, components, []);
    const layers = await readTable(sourceOf(pieces), 'layers.tif');
    expect(layers.rows).toBe(60 * 47);
    // The pixels that were used stand where they do among all.
    const grid = sceneGrid(layers)!;
    const [xs, ys] = arranged.columns.slice(24, 26);
    if (xs?.kind !== 'number' || ys?.kind !== 'number') throw new Error('no places');
    for (let d = 0; d < components.kept; d++) {
      const layer = layers.columns[d]!;
      if (layer.kind !== 'number') throw new Error('no layer');
      const score = columnOf(components.scores, d);
      const size = Math.max(...score.map(Math.abs));
      const off = score.map((own, i) => {
        const row = components.rows[i]!;
        const at = grid.rowAt[(ys.values[row]! - 10) * 60 + xs.values[row]! - 6]!;
        return Math.abs(layer.values[at]! - own);
      });
      expect(Math.max(...off)).toBeLessThan(2e-6 * size);
    }
  });

  test('a second scene, placed and fitted anew, is what a fresh run on it is; a scene compared with itself is the same', async () => {
    const table = await readTable(source, 'tile.tif', quietHost, { step: 4 });
    const recipe = keepingSix(freshRecipe(table, { step: 4 }));
    const { reduction, account, components } = await reduced(table, recipe);
    const first = { components, placer: placerOf(recipe, reduction, account, components) };
    const second = sourceOf(tile(7, 0.4).pieces);
    const other = await otherScene(second, 'second.tif', recipe, reduction, first);
    const anew = await readTable(second, 'second.tif', quietHost, { step: 4 });
    const fresh = await reduced(anew, { ...recipe, preparation: { ...recipe.preparation } });
    expect(other.components.eigenvalues).toEqual(fresh.components.eigenvalues);
    expect(other.likeness[0]!.value).toBeGreaterThan(0.99);
    // What lies on a dimension, by its definition: the variance of its scores of all variance; together at most the whole.
    let total = 0;
    for (const band of anew.columns.slice(0, 24)) {
      if (band.kind !== 'number') throw new Error('no band');
      const values = Float64Array.from(band.values);
      const mean = values.reduce((sum, value) => sum + value, 0) / anew.rows;
      total += values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
    }
    other.placedShares.forEach((share, d) => {
      const scores = columnOf(other.placed, d);
      const mean = scores.reduce((sum, score) => sum + score, 0) / scores.length;
      const lies = scores.reduce((sum, score) => sum + (score - mean) ** 2, 0);
      expect(share).toBeCloseTo(lies / total, 10);
    });
    expect(other.placedShares.reduce((sum, share) => sum + share, 0)).toBeLessThan(1);
    const same = await otherScene(source, 'tile.tif', recipe, reduction, first);
    same.likeness.forEach(({ with: like, value }, d) => {
      expect(like).toBe(d);
      expect(value).toBeCloseTo(1, 10);
    });
    same.placedShares.forEach((share, d) => expect(share).toBeCloseTo(components.heldBy[d]!, 10));
    for (let d = 0; d < components.kept; d++) {
      const [a, b] = [columnOf(same.placed, d), columnOf(components.scores, d)];
      const size = Math.max(...b.map(Math.abs));
      const off = b.map((score, i) => Math.abs(a[components.rows[i]!]! - score));
      expect(Math.max(...off)).toBeLessThan(1e-10 * size);
    }
    const text = scenesTable({ name: 'tile.tif', components }, [{ name: 'second.tif', ...other }], []);
    expect(text.trim().split('\n')).toHaveLength(1 + 2 * components.kept);
  });

  test('rotated dimensions, of correlations too, hold of the scene they were found on what they say they hold', async () => {
    const table = await readTable(source, 'tile.tif', quietHost, { step: 8 });
    const fresh = freshRecipe(table);
    const [one] = fresh.reductions;
    for (const basis of ['prepared', 'correlations']) {
      const recipe = {
        ...fresh,
        reductions: [
          {
            ...one!,
            settings: { ...one!.settings, basis, keep: 3, rotation: { method: 'varimax', power: 4 } },
          },
        ] as Recipe['reductions'],
      };
      const { reduction, account, components, arranged } = await reduced(table, recipe);
      const { shares } = placedOn(placerOf(recipe, reduction, account, components), arranged);
      shares.forEach((share, d) => expect(share).toBeCloseTo(components.heldBy[d]!, 8));
    }
  });

  test.each(['varimax', 'promax'])(
    'what lies on axes rotated by %s of another scene adds up to what they rebuild of it',
    async method => {
      const table = await readTable(source, 'tile.tif', quietHost, { step: 8 });
      const fresh = freshRecipe(table);
      const [one] = fresh.reductions;
      const settings = { ...one!.settings, keep: 3, rotation: { method, power: 4 } };
      const recipe = { ...fresh, reductions: [{ ...one!, settings }] as Recipe['reductions'] };
      const { reduction, account, components } = await reduced(table, recipe);
      const other = await readTable(sourceOf(tile(11, 0.7).pieces), 'other.tif', quietHost, { step: 8 });
      const { shares, placed } = placedOn(placerOf(recipe, reduction, account, components), other);
      // Rebuilt pixel by pixel, around this scene's own means.
      const [n, p] = [other.rows, components.measures.length];
      const sum = (values: ArrayLike<number>) => Array.from(values).reduce((all, value) => all + value, 0);
      let [rebuilt, total] = [0, 0];
      for (let j = 0; j < p; j++) {
        const band = other.columns.find(({ name }) => name === components.measures[j]) as NumberColumn;
        const values = Float64Array.from(band.values);
        const back = Float64Array.from({ length: n }, (_, i) =>
          sum([0, 1, 2].map(d => entry(placed, i, d) * entry(components.loadings, j, d))),
        );
        for (const [of, into] of [
          [values, (squares: number) => (total += squares)],
          [back, (squares: number) => (rebuilt += squares)],
        ] as const) {
          const mean = sum(of) / n;
          into(sum(of.map(value => (value - mean) ** 2)));
        }
      }
      expect(sum(shares)).toBeCloseTo(rebuilt / total, 8);
      expect(sum(shares)).toBeLessThan(1);
    },
  );

  test('pictures taken out: layers, classes and a composite are what the rows are', async () => {
    const table = await readTable(source, 'tile.tif', quietHost, {
      step: 6,
      region: { x: 3, y: 0, width: 189, height: 192 },
    });
    const recipe = freshRecipe(table);
    const { reduction, components, arranged } = await reduced(table, recipe);
    const placement = {
      rows: components.rows,
      at: components.scores,
      placedRows: components.placedRows,
      placedAt: components.placedScores,
      weights: null,
      counts: false,
      shares: null,
      structure: null,
    };
    const layers = await readTable(
      sourceOf(sceneFile('layers', arranged, reduction, placement, [{ dimension: 1, name: 'Light' }])!),
      'l.tif',
    );
    expect(layers.columns.slice(0, 2).map(({ name }) => name)).toEqual(['Light', 'Dimension 2']);
    expect(Float32Array.from(columnOf(components.scores, 1))).toEqual(
      layers.columns[1]!.kind === 'number' && Float32Array.from(layers.columns[1]!.values),
    );
    const png = decode(sceneFile('picture', arranged, reduction, placement, [])![0]!);
    expect([png.width, png.height, png.channels]).toEqual([32, 32, 4]);
    expect(sceneFile('classes', arranged, reduction, placement, [])).toBeNull();
    const codes = new Uint8Array(table.rows).map((_, row) => row % 3);
    const label = {
      kind: 'levels' as const,
      name: 'kind',
      codes,
      levels: ['a', 'b', 'c'],
      missing: null,
      exceptions: null,
    };
    const labelled = { ...arranged, columns: [...arranged.columns, label] };
    const coloured = { ...reduction, map: { ...reduction.map, colour: 'kind' } };
    const classes = await readTable(
      sourceOf(sceneFile('classes', labelled, coloured, placement, [])!),
      'c.tif',
    );
    expect(Array.from(classes.columns[0]!.kind === 'number' ? classes.columns[0]!.values : [])).toEqual(
      Array.from(codes, code => code + 1),
    );
    expect(sceneOf(layers)!.width).toBe(32);
  });
});

describe('shades', () => {
  test('in proportion between percentiles, by their definition, and clear where there is no value', () => {
    const plane = Float64Array.from({ length: 101 }, (_, i) => i * i);
    const shades = shadesOf(plane, { stretch: 'linear', clip: 10 });
    expect(shades[10]).toBe(0);
    expect(shades[90]).toBe(1);
    expect(shades[50]).toBeCloseTo((2500 - 100) / (8100 - 100), 12);
    const [picture, clear] = [
      compositeOf([plane], { stretch: 'linear', clip: 0 }),
      Float64Array.of(1, NaN, 2),
    ];
    expect(Array.from(picture.subarray(400, 404))).toEqual([255, 255, 255, 255]);
    expect(
      Array.from(compositeOf([clear, clear, clear], { stretch: 'even', clip: 2 }).subarray(4, 8)),
    ).toEqual([0, 0, 0, 0]);
    expect(Array.from(shadesOf(Float64Array.of(3, 3), { stretch: 'even', clip: 2 }))).toEqual([0.5, 0.5]);
  });

  test('evened out: whatever the values, each shade stands for as many of them, in their order', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.constantFrom(0, 2, 10), (seed, clip) => {
        const random = seededRandom(seed);
        const plane = Float64Array.from({ length: 4000 }, () => Math.exp(3 * random.normal()) - 5);
        const shades = shadesOf(plane, { stretch: 'even', clip });
        const order = plane.map((_, i) => i).sort((a, b) => plane[a]! - plane[b]!);
        const off = order.map((i, rank) => {
          const share = rank / (plane.length - 1);
          const wanted = Math.min(1, Math.max(0, (share - clip / 100) / (1 - clip / 50)));
          return Math.abs(shades[i]! - wanted);
        });
        expect(off.reduce((a, b) => Math.max(a, b))).toBeLessThan(2e-3);
      }),
      { numRuns: 20 },
    );
  });
});

test('a spectrum is means and standard deviations over the pixels that have a value', () => {
  const band = (
    name: string,
    values: readonly number[],
    missing: Uint8Array | null = null,
  ): NumberColumn => ({
    kind: 'number',
    name,
    values: Float64Array.from(values),
    missing,
    exceptions: null,
  });
  const bands = [
    band('a', [1, 2, 4, 0], Uint8Array.of(0, 0, 0, 1)),
    band('b', [1e9, 1e9 + 1, 1e9 + 2, 1e9 + 3]),
  ];
  const { means, sds } = spectrumOf(bands, [0, 2, 3]);
  expect(means[0]).toBe(2.5);
  expect(sds[0]).toBeCloseTo(Math.sqrt(4.5), 12);
  expect(means[1]).toBeCloseTo(1e9 + 5 / 3, 6);
  expect(sds[1]).toBeCloseTo(Math.sqrt(7 / 3), 9);
  expect(spectrumOf(bands, [3]).means[0]).toBeNaN();
});
