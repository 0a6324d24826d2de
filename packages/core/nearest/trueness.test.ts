import { seededRandom } from '../algebra/random';
import type { Matrix } from '../algebra/matrix';
import { labelAgreement } from './labelAgreement';
import { placeNeighbours } from './placeNeighbours';
import { flatRows } from './rows';
import { largestJudged, trueness } from './trueness';

const random = (n: number, columns: number, seed: number): Matrix => {
  const { normal } = seededRandom(seed);
  return { rows: n, columns, values: Float64Array.from({ length: n * columns }, normal) };
};

/** Other rows of each, nearest first. */
function ranked({ rows: n, columns, values }: Matrix): number[][] {
  return Array.from({ length: n }, (_, i) => {
    const square = (j: number) =>
      Array.from({ length: columns }, (__, d) => (values[d * n + i]! - values[d * n + j]!) ** 2).reduce(
        (a, b) => a + b,
      );
    return [...Array(n).keys()].filter(j => j !== i).sort((a, b) => square(a) - square(b) || a - b);
  });
}

/** Venna and Kaski's measure (2001) from full rankings, as it is printed. */
function byDefinition(near: number[][], others: number[][], k: number): number {
  const n = near.length;
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const own = new Set(others[i]!.slice(0, k));
    for (const j of near[i]!.slice(0, k)) if (!own.has(j)) sum += others[i]!.indexOf(j) + 1 - k;
  }
  return 1 - (2 / (n * k * (2 * n - 3 * k - 1))) * sum;
}

test.each([
  [30, 4],
  [30, 14],
  [61, 10],
])('trustworthiness and continuity of %i points at %i are as they are defined', (n, k) => {
  const [table, map] = [random(n, 6, n), random(n, 2, k)];
  map.values.set(table.values.subarray(0, n));
  const found = trueness(flatRows(table), map, k, 'euclidean', n);
  const [inTable, onMap] = [ranked(table), ranked(map)];
  expect(found.trustworthiness).toBeCloseTo(byDefinition(onMap, inTable, k), 5);
  expect(found.continuity).toBeCloseTo(byDefinition(inTable, onMap, k), 5);
  const kept = inTable.map(
    (near, i) => near.slice(0, k).filter(j => onMap[i]!.slice(0, k).includes(j)).length / k,
  );
  expect(found.kept).toBeCloseTo(kept.reduce((a, b) => a + b) / n, 6);
  kept.forEach((share, i) => expect(found.each.kept[i]).toBeCloseTo(share, 6));
});

test('a map that is the table is true; one turned inside out is not, and no figure leaves 0 to 1', () => {
  const table = random(40, 2, 1);
  const k = largestJudged(40);
  const same = trueness(flatRows(table), table, k, 'euclidean', 40);
  expect([same.trustworthiness, same.continuity, same.kept]).toEqual([1, 1, 1]);
  const inverted = { ...table, values: table.values.slice() };
  for (let i = 0; i < 40; i++) {
    const square = table.values[i]! ** 2 + table.values[40 + i]! ** 2;
    for (const at of [i, 40 + i]) inverted.values[at]! /= square * square;
  }
  const { trustworthiness, continuity } = trueness(flatRows(table), inverted, k, 'euclidean', 40);
  for (const figure of [trustworthiness, continuity]) {
    expect(figure).toBeGreaterThanOrEqual(0);
    expect(figure).toBeLessThan(0.9);
  }
});

test('a sample tells what all points would, and which they are', () => {
  const [table, map] = [random(400, 5, 2), random(400, 2, 3)];
  map.values.set(table.values.subarray(0, 800));
  const all = trueness(flatRows(table), map, 10, 'euclidean', 400);
  const some = trueness(flatRows(table), map, 10, 'euclidean', 150);
  expect(some.points).toHaveLength(150);
  expect(new Set(some.points).size).toBe(150);
  some.points.forEach((point, place) =>
    expect(some.each.trustworthiness[place]).toBe(all.each.trustworthiness[point]),
  );
  expect(Math.abs(some.trustworthiness - all.trustworthiness)).toBeLessThan(0.02);
});

test('agreement of a label by counting, and by chance as shuffled labels have it', () => {
  const { uniform, whole } = seededRandom(8);
  const n = 200;
  const at = random(n, 2, 5);
  const codes = Int32Array.from({ length: n }, (_, i) =>
    uniform() < 0.1 ? -1 : at.values[i]! > 0.5 ? 2 : at.values[i]! > -0.3 ? 1 : 0,
  );
  const point = Uint32Array.from({ length: n }, (_, i) => i);
  const near = placeNeighbours(at, 10);
  const found = labelAgreement(codes, point, near, 6);
  let [sum, rows] = [0, 0];
  for (let i = 0; i < n; i++) {
    if (codes[i]! < 0) continue;
    const labelled = [...near.rows.slice(i * 10, i * 10 + 6)].filter(j => codes[j]! >= 0);
    const share = labelled.filter(j => codes[j] === codes[i]).length / labelled.length;
    expect(found.each[i]).toBeCloseTo(share, 6);
    sum += share;
    rows++;
  }
  expect(found.rows).toBe(rows);
  expect(found.share).toBeCloseTo(sum / rows, 6);
  expect(found.levels.reduce((all, level) => all + level.rows * level.share, 0) / rows).toBeCloseTo(
    found.share,
    6,
  );
  let shuffled = 0;
  for (let round = 0; round < 60; round++) {
    const dealt = codes.slice();
    const places = [...dealt.keys()].filter(i => dealt[i]! >= 0);
    for (let k = places.length - 1; k > 0; k--) {
      const other = whole(k + 1);
      [dealt[places[k]!], dealt[places[other]!]] = [dealt[places[other]!]!, dealt[places[k]!]!];
    }
    shuffled += labelAgreement(dealt, point, near, 6).share / 60;
  }
  expect(Math.abs(found.byChance - shuffled)).toBeLessThan(0.015);
});

test('rows that share a point count by their weights, as rows that are repeated do', () => {
  const near = { k: 2, rows: Uint32Array.from([1, 2, 0, 2, 1, 0]) };
  const repeated = labelAgreement(
    Int32Array.from([0, 0, 1, 1, 0, 1]),
    Uint32Array.from([0, 0, 0, 1, 2, 2]),
    near,
    2,
  );
  const weighted = labelAgreement(
    Int32Array.from([0, 1, 1, 0, 1]),
    Uint32Array.from([0, 0, 1, 2, 2]),
    near,
    2,
    Float64Array.from([2, 1, 1, 1, 1]),
  );
  expect(weighted.share).toBeCloseTo(repeated.share, 12);
  expect(weighted.byChance).toBeCloseTo(repeated.byChance, 12);
  expect(weighted.rows).toBe(6);
});
