import { columnOf, zeros, type Matrix } from '../../../algebra/matrix';
import { seededRandom } from '../../../algebra/random';
import { quietHost } from '../../../host';
import { flatRows } from '../../../nearest/rows';
import { trueness } from '../../../nearest/trueness';
import { sizesJudged, truenessOver } from '../../../nearest/truenessOver';
import { laidOver } from '../../../rotation/procrustes';
import { studyBench } from '../../../recipe/compute';
import { PLAIN_PREPARATION } from '../../../preparation/prepared';
import { preparedOf, tableOf } from '../../../testTables';
import type { Table } from '../../../table/table';
import { neighbourGraph } from '../graph';
import type { NeighbourMap } from '../neighbourMap';
import { neighboursAsk } from '../ask';
import { freshNeighbours, type NeighboursSettings } from '../settings';
import * as stages from '../stages';
import { searchedRows } from '../searchedRows';
import { distanceDensity } from './distanceDensity';
import { gapsOf, gapVerdict } from './gaps';
import { otherSeeds } from './otherSeeds';
import { shuffledPrepared } from './shuffledPrepared';

const random = (n: number, p: number, seed: number): Matrix => {
  const { normal } = seededRandom(seed);
  return { ...zeros(n, p), values: Float64Array.from({ length: n * p }, normal) };
};

const columnsOf = (matrix: Matrix): number[][] =>
  Array.from({ length: matrix.columns }, (_, j) => [...columnOf(matrix, j)]);

describe('over sizes of neighbourhoods', () => {
  test.each([
    ['points at random', random(60, 4, 1), random(60, 2, 2)],
    ['a map that is the table', random(40, 2, 3), random(40, 2, 3)],
    [
      'points that lie on each other',
      { ...zeros(50, 2), values: Float64Array.from({ length: 100 }, (_, i) => i % 3) },
      { ...zeros(50, 2), values: Float64Array.from({ length: 100 }, (_, i) => (i * 7) % 4) },
    ],
  ])('the figures are those of each size by itself: %s', (_, x, at) => {
    const flat = flatRows(x);
    const sizes = sizesJudged(x.rows);
    expect(sizes.length).toBeGreaterThan(3);
    for (const found of truenessOver(flat, at, sizes, 'euclidean', 1000)) {
      const one = trueness(flat, at, found.k, 'euclidean', 1000);
      expect(found.trustworthiness).toBeCloseTo(one.trustworthiness, 5);
      expect(found.continuity).toBeCloseTo(one.continuity, 5);
      expect(found.kept).toBeCloseTo(one.kept, 5);
    }
  });

  test('of points at random about as many neighbours are kept as by chance', () => {
    const found = truenessOver(flatRows(random(300, 6, 5)), random(300, 2, 6), [10, 50], 'euclidean', 300);
    for (const { kept, byChance } of found) expect(Math.abs(kept - byChance)).toBeLessThan(0.02);
  });
});

test('points that were turned, mirrored, scaled and shifted are laid back, in one to three dimensions', () => {
  for (const d of [1, 2, 3]) {
    const still = random(20, d, 10 + d);
    const moved = { ...still, values: still.values.slice() };
    const [c, s] = [Math.cos(1.1), Math.sin(1.1)];
    for (let i = 0; i < 20; i++) {
      const at = Array.from({ length: d }, (_, k) => still.values[k * 20 + i]!);
      const turned =
        d === 1 ? [-at[0]!] : [c * at[0]! - s * at[1]!, -(s * at[0]! + c * at[1]!), ...at.slice(2)];
      turned.forEach((value, k) => (moved.values[k * 20 + i] = 3 * value + 100 * (k + 1)));
    }
    laidOver(still, moved).values.forEach((value, at) => expect(value).toBeCloseTo(still.values[at]!, 9));
  }
});

/** A map whose places are given, of a table whose columns are. */
function placed(columns: readonly (readonly number[])[], at: Matrix) {
  const prepared = preparedOf(columns);
  const searched = searchedRows(prepared, {
    preparation: { ...PLAIN_PREPARATION, measures: prepared.measures, weight: null },
    without: [],
    metric: 'euclidean',
    leading: null,
  } as never);
  const graph = neighbourGraph(searched, 15);
  const map = { at, rows: searched.rows, weights: null, counts: false } as unknown as NeighbourMap;
  return { searched, graph, map };
}

test('distances of all pairs and their rank correlation, by hand', () => {
  const x = random(12, 3, 4);
  const at = random(12, 2, 5);
  const { searched, map } = placed(columnsOf(x), at);
  const found = distanceDensity(searched, map);
  expect([found.pairs, found.all]).toEqual([66, true]);
  expect(found.counts.reduce((sum, count) => sum + count, 0)).toBe(66);
  const prepared = preparedOf(columnsOf(x)).values;
  const far = (m: Matrix, i: number, j: number) =>
    Math.hypot(
      ...Array.from({ length: m.columns }, (_, d) => m.values[d * m.rows + i]! - m.values[d * m.rows + j]!),
    );
  const [table, shown]: [number[], number[]] = [[], []];
  for (let i = 0; i < 12; i++) {
    for (let j = i + 1; j < 12; j++) {
      table.push(far(prepared, i, j));
      shown.push(far(at, i, j));
    }
  }
  expect(found.inTable).toBeCloseTo(Math.max(...table), 4);
  expect(found.onMap).toBeCloseTo(Math.max(...shown), 9);
  // 1 − 6 Σ d² / n(n² − 1) (Spearman 1904), without ties.
  const rank = (list: number[]) => list.map(value => list.filter(other => other < value).length);
  const [a, b] = [rank(table), rank(shown)];
  const squares = a.reduce((sum, value, i) => sum + (value - b[i]!) ** 2, 0);
  expect(found.correlation).toBeCloseTo(1 - (6 * squares) / (66 * (66 ** 2 - 1)), 4);
});

test('of many points pairs are drawn, and a map that is the table has a correlation of 1', () => {
  const x = random(900, 2, 8);
  const prepared = preparedOf(columnsOf(x)).values;
  const { searched, map } = placed(columnsOf(x), prepared);
  const found = distanceDensity(searched, map);
  expect(found.all).toBe(false);
  expect(found.pairs).toBe(100_000);
  expect(found.correlation).toBeGreaterThan(0.999999);
  // All pairs lie on the diagonal.
  found.counts.forEach((count, cell) => {
    const [table, shown] = [Math.floor(cell / found.bins), cell % found.bins];
    if (Math.abs(table - shown) > 1) expect(count).toBe(0);
  });
});

describe('maps by other seeds', () => {
  test('one that is turned and enlarged moves no row, and keeps all neighbours', () => {
    const x = random(40, 3, 2);
    const at = random(40, 2, 3);
    const turned: Matrix = {
      ...at,
      values: Float64Array.from([
        ...[...columnOf(at, 1)].map(v => 5 * v),
        ...[...columnOf(at, 0)].map(v => 7 - 5 * v),
      ]),
    };
    const { graph, map } = placed(columnsOf(x), at);
    const codes = Int32Array.from({ length: 40 }, (_, i) => i % 2);
    const found = otherSeeds(graph, map, [{ seed: 2, map: { ...map, at: turned } }], 10, codes);
    expect(found.median).toBeLessThan(1e-6);
    expect(found.kept).toBe(1);
    for (const { first, least } of found.groups) expect(least).toBe(first);
  });

  test('a row that lies elsewhere on another map moves by so many distances to its neighbours', () => {
    const x = random(30, 3, 7);
    const at = random(30, 2, 9);
    const { graph, map } = placed(columnsOf(x), at);
    const moved = { ...at, values: at.values.slice() };
    moved.values[4]! += 40;
    const found = otherSeeds(graph, map, [{ seed: 2, map: { ...map, at: moved } }], 5, null);
    expect([...found.moves].indexOf(Math.max(...found.moves))).toBe(4);
    const laid = laidOver(at, moved);
    const nearest = Array.from({ length: 30 }, (_, j) =>
      Math.hypot(at.values[4]! - at.values[j]!, at.values[34]! - at.values[30 + j]!),
    )
      .sort((a, b) => a - b)
      .slice(1, 6);
    const reach = nearest.reduce((sum, d) => sum + d, 0) / 5;
    const by = Math.hypot(laid.values[4]! - at.values[4]!, laid.values[34]! - at.values[34]!);
    expect(found.moves[4]).toBeCloseTo(by / reach, 4);
  });
});

describe('gaps', () => {
  /** Two groups, each about a place of its own or not, in the table and on the map. */
  function gaps(inTable: number, onMap: number) {
    const n = 80;
    const group = Array.from({ length: n }, (_, i) => i % 2);
    const [x, at] = [random(n, 4, 21), random(n, 2, 22)];
    const columns = columnsOf(x).map(column => column.map((value, i) => value + inTable * group[i]!));
    const map2 = { ...at, values: at.values.map((value, e) => value + onMap * group[e % n]!) };
    const { graph, map } = placed(columns, map2);
    const table: Table = tableOf([...columns, group.map(g => (g === 1 ? 'north' : 'south'))] as never);
    return {
      found: gapsOf(table, graph, map, { kind: 'label', column: 'x5' }, 10),
      graph,
      map,
      table,
      group,
    };
  }

  test('a gap of both, of the map alone, of none, and one that the map closes', () => {
    expect(gaps(9, 9).found.of.map(({ verdict }) => verdict)).toEqual(['table', 'table']);
    expect(gaps(0, 9).found.of.map(({ verdict }) => verdict)).toEqual(['map', 'map']);
    expect(gaps(0, 0).found.of.map(({ verdict }) => verdict)).toEqual(['none', 'none']);
    expect(gaps(9, 0).found.of.map(({ verdict }) => verdict)).toEqual(['closed', 'closed']);
    expect(gapVerdict(0.1, 0.05, 0.5)).toBe('table');
  });

  test('what lies outside is counted, by label and of rows that are marked', () => {
    const { found, graph, map, table, group } = gaps(1, 1);
    const outside = (near: (i: number) => number[], of: number) => {
      const rows = [...group.keys()].filter(i => group[i] === of);
      return rows.reduce((sum, i) => sum + near(i).filter(j => group[j] !== of).length / 10, 0) / rows.length;
    };
    const onMap = (i: number) =>
      [...group.keys()]
        .filter(j => j !== i)
        .sort((a, b) => far(i, a) - far(i, b))
        .slice(0, 10);
    const far = (i: number, j: number) =>
      Math.hypot(map.at.values[i]! - map.at.values[j]!, map.at.values[80 + i]! - map.at.values[80 + j]!);
    const inTable = (i: number) => [
      ...graph.neighbours.rows.subarray(i * graph.neighbours.k, i * graph.neighbours.k + 10),
    ];
    const south = found.of.find(({ level }) => level === 'south')!;
    expect(south.outsideOnMap).toBeCloseTo(outside(onMap, 0), 6);
    expect(south.outsideInTable).toBeCloseTo(outside(inTable, 0), 6);
    expect(south.byChance).toBeCloseTo(40 / 79, 12);
    const rows = [...group.keys()].filter(i => group[i] === 0);
    const [marked] = gapsOf(table, graph, map, { kind: 'rows', rows }, 10).of;
    expect(marked).toMatchObject({ level: null, rows: 40, outsideOnMap: south.outsideOnMap });
    expect(() => gapsOf(table, graph, map, { kind: 'rows', rows: [] }, 10)).toThrow('only one group');
  });
});

describe('measures dealt out anew', () => {
  test('keep each measure’s entries, and lose how measures go together', () => {
    const { normal } = seededRandom(4);
    const shared = Array.from({ length: 200 }, normal);
    const prepared = preparedOf([shared, shared.map(v => v + 0.1 * normal())]);
    const dealt = shuffledPrepared(prepared, 1);
    if (dealt.kind !== 'rows') throw new Error('rows');
    for (let j = 0; j < 2; j++) {
      expect([...columnOf(dealt.values, j)].sort()).toEqual([...columnOf(prepared.values, j)].sort());
    }
    const [x, y] = [columnOf(dealt.values, 0), columnOf(dealt.values, 1)];
    expect(Math.abs(x.reduce((sum, v, i) => sum + v * y[i]!, 0) / 199)).toBeLessThan(0.25);
  });

  test('a label agrees on their map about as often as by chance, and far more on the table’s own', async () => {
    const n = 150;
    const group = Array.from({ length: n }, (_, i) => 'abc'[i % 3]!);
    const columns = columnsOf(random(n, 6, 31)).map((column, j) =>
      column.map((value, i) => value + 5 * Number(i % 3 === j % 3)),
    );
    const table = tableOf([...columns, group] as never);
    const settings: NeighboursSettings = { ...freshNeighbours(n, 6), otherStarts: 'anywhere' };
    const quick = { ...settings, tsne: { ...settings.tsne, iterations: 250, perplexity: 15 } };
    const measures = ['x1', 'x2', 'x3', 'x4', 'x5', 'x6'];
    const ask = neighboursAsk({ ...PLAIN_PREPARATION, measures, weight: null }, [], quick);
    const { need } = studyBench(table, quietHost);
    const judged = { ...ask, judgedAt: 10, label: 'x7' };
    const nothing = await need(stages.agreementOfNothing, { ...judged, dealt: 1 });
    const own = await need(stages.mapAgreement, judged);
    expect(Math.abs(nothing.share - nothing.byChance)).toBeLessThan(0.06);
    expect(own.onMap.share).toBeGreaterThan(0.95);
    const seeds = await need(stages.otherSeeds, { ...ask, judgedAt: 10, label: 'x7', starts: 'anywhere' });
    expect(seeds.seeds).toEqual([2, 3, 4, 5, 6]);
    for (const { least } of seeds.groups) expect(least).toBeGreaterThan(0.9);
    const over = await need(stages.truenessOverSizes, ask);
    const quality = await need(stages.mapQuality, { ...ask, judgedAt: 10 });
    expect(over.find(({ k }) => k === 10)!.trustworthiness).toBeCloseTo(quality.trustworthiness, 5);
  }, 60_000);
});
