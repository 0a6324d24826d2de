import fc from 'fast-check';
import { entry, zeros, type Matrix } from '../../../algebra/matrix';
import { seededRandom } from '../../../algebra/random';
import { flatRows } from '../../../nearest/rows';
import { METRICS } from '../../../nearest/metric';
import { PLAIN_PREPARATION, rowsOf } from '../../../preparation/prepared';
import { prepare } from '../../../preparation/prepare';
import { heapColumns, mapOf, settingsOf } from '../../../testNeighbours';
import { tableOf } from '../../../testTables';
import { neighboursAsk } from '../ask';
import { neighbourGraph } from '../graph';
import { searchedRows } from '../searchedRows';
import { fittedPlaces, linearFit } from './linearFit';
import { nearestPoints } from '../../../nearest/nearestPoints';
import { placeOnMap } from './placeOnMap';
import { settledPlace, tsneLoss, umapLoss } from './pull';
import { foretold, foretoldOutOfBag, grownForest } from './regressionForest';

const matrixOf = (rows: readonly (readonly number[])[]): Matrix => {
  const result = zeros(rows.length, rows[0]!.length);
  rows.forEach((row, i) => row.forEach((value, j) => (result.values[j * rows.length + i] = value)));
  return result;
};

const errors = (a: Matrix, b: Matrix): number[] =>
  Array.from({ length: a.rows }, (_, i) =>
    Math.hypot(...Array.from({ length: a.columns }, (__, d) => entry(a, i, d) - entry(b, i, d))),
  );

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

/** A curved sheet in space, and where its rows lie on it. */
function curved(n: number, seed: number) {
  const { uniform, normal } = seededRandom(seed);
  const places = Array.from({ length: n }, () => [1 + 3 * Math.PI * uniform(), uniform()]);
  const rows = places.map(([t, h]) => [
    t! * Math.cos(t!) + 0.02 * normal(),
    5 * h! + 0.02 * normal(),
    t! * Math.sin(t!) + 0.02 * normal(),
  ]);
  return { x: flatRows(matrixOf(rows)), y: matrixOf(places) };
}

test('a forest foretells a curved map that a linear fit does not', () => {
  const { x, y } = curved(600, 4);
  const forest = grownForest(x, y, 1);
  const fit = linearFit(x, y);
  const held = mean(errors(foretoldOutOfBag(forest, x), y));
  expect(held).toBeLessThan(0.25 * mean(errors(fit.withoutIt, y)));
  const fresh = curved(200, 5);
  const off = mean(errors(foretold(forest, fresh.x), fresh.y));
  expect(off).toBeLessThan(0.25 * mean(errors(fittedPlaces(fit, fresh.x), fresh.y)));
  // What trees say of rows that they were not grown on is what they say of new ones.
  expect(off / held).toBeGreaterThan(0.7);
  expect(off / held).toBeLessThan(1.4);
});

test('a forest of one step is the mean, and the same seed grows the same trees', () => {
  const x = flatRows(matrixOf(Array.from({ length: 20 }, () => [3, 3])));
  const y = matrixOf(Array.from({ length: 20 }, (_, i) => [i]));
  const forest = grownForest(x, y, 1);
  // No column parts anything: each tree has the mean of its own draw.
  expect(forest.trees.every(({ column }) => column.length === 1)).toBe(true);
  const one = curved(80, 1);
  const [a, b] = [grownForest(one.x, one.y, 7), grownForest(one.x, one.y, 7)];
  expect([...foretold(a, one.x).values]).toEqual([...foretold(b, one.x).values]);
});

test('each row of a linear fit is foretold by the others as by a fit without it', () => {
  const { normal } = seededRandom(3);
  const rows = Array.from({ length: 14 }, () => [normal(), normal() + 5]);
  const y = matrixOf(rows.map(([a, b]) => [a! + 2 * b! + normal(), b! * b!]));
  const fit = linearFit(flatRows(matrixOf(rows)), y);
  for (let out = 0; out < rows.length; out++) {
    const left = [...rows.keys()].filter(i => i !== out);
    const others = linearFit(
      flatRows(matrixOf(left.map(i => rows[i]!))),
      matrixOf(left.map(i => [entry(y, i, 0), entry(y, i, 1)])),
    );
    const told = fittedPlaces(others, flatRows(matrixOf([rows[out]!])));
    for (let d = 0; d < 2; d++) expect(entry(fit.withoutIt, out, d)).toBeCloseTo(told.values[d]!, 4);
  }
  // Of columns that depend on each other it is as near as of one of them.
  const doubled = linearFit(flatRows(matrixOf(rows.map(([a, b]) => [a!, b!, 2 * a!]))), y);
  const twice = fittedPlaces(doubled, flatRows(matrixOf(rows.map(([a, b]) => [a!, b!, 2 * a!]))));
  const once = fittedPlaces(fit, flatRows(matrixOf(rows)));
  once.values.forEach((value, i) => expect(twice.values[i]).toBeCloseTo(value, 3));
});

test('the nearest points are those of all distances', () => {
  fc.assert(
    fc.property(
      fc.record({
        seed: fc.integer({ min: 1, max: 1e6 }),
        n: fc.integer({ min: 2, max: 60 }),
        k: fc.integer({ min: 1, max: 20 }),
        by: fc.constantFrom('euclidean' as const, 'manhattan' as const),
        but: fc.integer({ min: -1, max: 1 }),
      }),
      ({ seed, n, k, by, but }) => {
        const { normal } = seededRandom(seed);
        const flat = flatRows(matrixOf(Array.from({ length: n }, () => [normal(), normal(), normal()])));
        const row = flat.values.slice(0, flat.stride).map((value, j) => (j < 3 ? value + 0.1 : 0));
        const found = nearestPoints(flat, row, k, by, but);
        const all = Array.from({ length: n }, (_, i) => {
          const off = Array.from({ length: 3 }, (__, j) => row[j]! - flat.values[i * flat.stride + j]!);
          return by === 'manhattan'
            ? off.reduce((sum, value) => sum + Math.abs(value), 0)
            : Math.hypot(...off);
        });
        const order = [...all.keys()].filter(i => i !== but).sort((a, b) => all[a]! - all[b]! || a - b);
        expect([...found.points]).toEqual(order.slice(0, found.points.length));
        expect(found.points).toHaveLength(Math.min(k, order.length));
        found.points.forEach((i, e) => expect(found.distances[e]).toBeCloseTo(all[i]!, 5));
      },
    ),
  );
});

test('losses fall along their slopes, which are those of differences', () => {
  const { normal, uniform } = seededRandom(8);
  const at = Float64Array.from({ length: 60 }, () => 4 * normal());
  const fixed = { at, dimensions: 2, pushing: Uint32Array.from({ length: 30 }, (_, i) => i), times: 1 };
  const pull = { points: Uint32Array.of(2, 5, 9), shares: Float64Array.of(0.5, 0.3, 0.2) };
  for (const loss of [
    tsneLoss(fixed, pull, 3),
    tsneLoss(fixed, pull, 3, 5),
    umapLoss(fixed, pull, { a: 1.6, b: 0.9 }, 0.3),
  ]) {
    for (let trial = 0; trial < 10; trial++) {
      const place = Float64Array.of(6 * uniform() - 3, 6 * uniform() - 3);
      const slope = new Float64Array(2);
      loss(place, slope);
      const found = slope.slice();
      for (let c = 0; c < 2; c++) {
        const h = 1e-5;
        const there = (by: number) =>
          loss(
            place.map((value, d) => value + (d === c ? by : 0)),
            slope,
          );
        const expected = (there(h) - there(-h)) / (2 * h);
        expect(Math.abs(found[c]! - expected)).toBeLessThan(1e-5 * (1 + Math.abs(expected)));
      }
      const settled = settledPlace(loss, place, 0.5);
      const end = new Float64Array(2);
      expect(settled.loss).toBeLessThanOrEqual(loss(place, end));
      loss(settled.place, end);
      expect(Math.hypot(...end)).toBeLessThan(1e-2 * (1 + Math.hypot(...found)));
    }
  }
});

/** A table of heaps with some of its rows only placed, laid out. */
function mapped(change: Parameters<typeof settingsOf>[2], copies: readonly number[] = []) {
  const n = 150;
  const columns = heapColumns(n, 6, 3, 6, 12);
  const all = columns.map(column => [...column, ...copies.map(row => column[row]!)]);
  const table = tableOf(all);
  const preparation = {
    ...PLAIN_PREPARATION,
    measures: all.map((_, j) => `x${j + 1}`),
    weight: null,
    rowsAside: {
      of: table.fileKey,
      rows: copies.map((_, i) => ({ row: n + i, reason: 'new', placed: true })),
    },
  };
  const ask = neighboursAsk(preparation, [], settingsOf(n, 6, change));
  const prepared = rowsOf(prepare(table, ask.preparation));
  const searched = searchedRows(prepared, ask);
  const graph = neighbourGraph(searched, ask.neighbours);
  return { ask, searched, graph, map: mapOf(graph, ask) };
}

const layouts = [
  ['t-SNE', { tsne: { perplexity: 15, iterations: 500 } }],
  ['UMAP', { embedding: 'umap' as const, umap: { neighbours: 12 } }],
] as const;

test.each(layouts)('on a %s map rows held out come nearer than neighbours are spread', (_, change) => {
  const { ask, searched, graph, map } = mapped(change, [0, 40, 80]);
  const errorBy = new Map<string, number>();
  for (const by of ['optimised', 'linear', 'forest'] as const) {
    const { rows, at, heldOut } = placeOnMap(searched, graph, map, ask, by);
    expect([...rows]).toEqual([150, 151, 152]);
    expect(heldOut.rows).toHaveLength(150);
    const off = errors(heldOut.placed, heldOut.truth);
    expect(heldOut.error).toBeCloseTo(mean(off), 10);
    errorBy.set(by, heldOut.error);
    expect([...off].sort((a, b) => a - b)[75]!).toBeGreaterThanOrEqual(heldOut.median);
    if (by === 'optimised') expect(heldOut.error).toBeLessThan(heldOut.spread);
    // Copies of rows of the map lie with these.
    [0, 40, 80].forEach((row, i) => {
      const there = Math.hypot(
        ...Array.from({ length: 2 }, (__, d) => entry(at, i, d) - entry(map.at, row, d)),
      );
      if (by === 'optimised') expect(there).toBeLessThan(heldOut.spread / 2);
    });
  }
  expect(errorBy.get('forest')!).toBeLessThan(errorBy.get('linear')!);
  expect(errorBy.get('optimised')!).toBeLessThan(errorBy.get('forest')!);
});

test.each(METRICS)('rows that are only placed stand beside their copies by the metric %s', metric => {
  for (const leading of [null, 3]) {
    const shift = metric === 'hellinger' ? 60 : 0;
    const columns = heapColumns(60, 6, 3, 4, 5).map(column => column.map(value => value + shift));
    const all = columns.map(column => [...column, column[7]!, column[33]!]);
    const table = tableOf(all);
    const preparation = {
      ...PLAIN_PREPARATION,
      measures: all.map((_, j) => `x${j + 1}`),
      weight: null,
      rowsAside: { of: table.fileKey, rows: [60, 61].map(row => ({ row, reason: 'new', placed: true })) },
    };
    const ask = neighboursAsk(preparation, [], settingsOf(60, 6, { metric, leading }));
    const { flat, placed, placedRows } = searchedRows(prepare(table, ask.preparation), ask);
    expect([...placedRows]).toEqual([60, 61]);
    [7, 33].forEach((row, i) => {
      for (let j = 0; j < flat.stride; j++) {
        expect(placed.values[i * flat.stride + j]).toBeCloseTo(flat.values[row * flat.stride + j]!, 4);
      }
    });
  }
});

test('a row without a distance in the metric is not placed', () => {
  const columns = heapColumns(40, 4, 2, 3, 9).map(column => [...column, 0]);
  const table = tableOf(columns);
  const preparation = {
    ...PLAIN_PREPARATION,
    measures: columns.map((_, j) => `x${j + 1}`),
    weight: null,
    scale: 'none' as const,
    rowsAside: { of: table.fileKey, rows: [{ row: 40, reason: 'new', placed: true }] },
  };
  const ask = neighboursAsk(preparation, [], settingsOf(40, 4, { metric: 'cosine' }));
  expect(searchedRows(prepare(table, ask.preparation), ask).placedRows).toHaveLength(0);
});
