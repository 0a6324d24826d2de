import { columnOf } from '../../algebra/matrix';
import { seededRandom } from '../../algebra/random';
import { stamps } from '../../demo/stamps';
import { labelAgreement } from '../../nearest/labelAgreement';
import { placeNeighbours } from '../../nearest/placeNeighbours';
import { PLAIN_PREPARATION } from '../../preparation/prepared';
import { Problem } from '../../problem';
import { compute } from '../../recipe/compute';
import { figuresOf } from '../../recipe/figures';
import { freshRecipe } from '../../recipe/fresh';
import { withNewReduction } from '../../recipe/edit/reductions';
import { askOf } from '../../recipe/requests';
import type { ReductionBy } from '../../recipe/schema';
import { readDelimited } from '../../table/readDelimited';
import { graphFor, heapColumns, mapOf, settingsOf } from '../../testNeighbours';
import { normalColumns, outputFor, preparedOf, tableOf } from '../../testTables';
import { reductionFile } from '../files';
import { neighboursAsk } from './ask';
import { neighbourGraph } from './graph';
import { searchedRows } from './searchedRows';
import type { NeighbourMap } from './neighbourMap';
import { largestPerplexity, type Embedding, type NeighboursSettings } from './settings';
import { setApart } from './setApart';

const place = ({ at }: NeighbourMap, i: number): [number, number] => [at.values[i]!, at.values[at.rows + i]!];
const between = (map: NeighbourMap, i: number, j: number): number =>
  Math.hypot(...place(map, i).map((value, d) => value - place(map, j)[d]!));

describe.each(['t-sne', 'umap'] as const)('a map by %s', embedding => {
  test('a ring stays a ring', () => {
    const n = 240;
    const { normal } = seededRandom(4);
    const angles = Array.from({ length: n }, (_, i) => (2 * Math.PI * i) / n);
    const columns = [Math.cos, Math.sin, (x: number) => 0.4 * Math.cos(x + 1)].map(f =>
      angles.map(angle => 10 * f(angle) + 0.02 * normal()),
    );
    const { graph, ask } = graphFor(columns, { embedding });
    const map = mapOf(graph, ask);
    // Those next to each other on the ring are next to each other on the map.
    const steps = angles.map((_, i) => between(map, i, (i + 1) % n));
    const across = angles.map((_, i) => between(map, i, (i + n / 2) % n));
    const typical = steps.toSorted((a, b) => a - b)[n / 2]!;
    expect(Math.min(...across)).toBeGreaterThan(8 * typical);
    // It is closed but for one tear at most.
    expect(steps.filter(step => step > 12 * typical).length).toBeLessThanOrEqual(1);
  });

  test('a heap within a shell comes apart, which no plane of components can do', () => {
    const n = 300;
    const { normal } = seededRandom(11);
    const rows = Array.from({ length: n }, (_, i) => {
      const direction = Array.from({ length: 3 }, normal);
      const length = Math.hypot(...direction);
      const radius = i % 2 === 0 ? 0.4 : 6;
      return direction.map(value => (radius * value) / length + 0.1 * normal());
    });
    const { graph, ask } = graphFor(
      [0, 1, 2].map(j => rows.map(row => row[j]!)),
      { embedding },
    );
    const map = mapOf(graph, ask);
    const codes = Int32Array.from({ length: n }, (_, i) => i % 2);
    const { share } = labelAgreement(codes, graph.point, placeNeighbours(map.at, 10), 10);
    expect(share).toBeGreaterThan(0.97);
  });

  test('two groups far from each other stay apart', () => {
    const { graph, ask } = graphFor(heapColumns(200, 4, 2, 40, 3), { embedding });
    const map = mapOf(graph, ask);
    const codes = Int32Array.from({ length: 200 }, (_, i) => i % 2);
    expect(labelAgreement(codes, graph.point, placeNeighbours(map.at, 10), 10).share).toBe(1);
    expect(map.graph.parts).toBe(2);
  });

  test('families of stamps are kept: labels agree on the map as they do in the table', async () => {
    const table = readDelimited(new TextEncoder().encode(stamps(700, 10).csv), 'stamps.csv');
    const fresh = freshRecipe(table);
    expect([fresh.pictures, fresh.preparation.scale]).toEqual([true, 'centre']);
    const { recipe, id } = withNewReduction(fresh, fresh.reductions[0]!, 700, 'neighbours');
    const reduction = recipe.reductions.find(other => other.id === id) as ReductionBy<'neighbours'>;
    const settings: NeighboursSettings = { ...reduction.settings, embedding };
    expect(settings.leading).toBe(50);
    const ask = askOf(recipe, { ...reduction, settings } as ReductionBy<'neighbours'>);
    const { onMap, inTable } = await compute(table, {
      ...ask,
      stage: 'mapAgreement',
      label: 'family',
      judgedAt: 10,
    });
    expect(onMap.share).toBeGreaterThan(inTable.share - 0.02);
    expect(inTable.share).toBeGreaterThan(4 * inTable.byChance);
  });

  test('rows that are the same lie on one point, which counts once, and are told of', () => {
    const columns = heapColumns(60, 4, 3, 5, 6);
    const twice = columns.map(column => [...column, ...column]);
    // Rounding differs, and what it differs by grows from step to step.
    const perplexity = { tsne: { perplexity: 10, iterations: 3 }, umap: { epochs: 2 } };
    const [one, two] = [
      graphFor(columns, { embedding, ...perplexity }),
      graphFor(twice, { embedding, ...perplexity }),
    ];
    const [single, double] = [mapOf(one.graph, one.ask), mapOf(two.graph, two.ask)];
    expect(double.graph).toMatchObject({ points: 60, copies: 60 });
    expect(two.graph.neighbours.rows).toEqual(one.graph.neighbours.rows);
    const size = Math.max(...single.at.values.map(Math.abs));
    for (let i = 0; i < 60; i++) {
      expect(place(double, 60 + i)).toEqual(place(double, i));
      place(double, i).forEach((value, d) =>
        expect(Math.abs(value - place(single, i)[d]!)).toBeLessThan(1e-3 * size),
      );
    }
  });

  test('another seed lays it out otherwise, the same one the same', () => {
    const table = heapColumns(80, 4, 3, 3, 8);
    const map = (seed: number) => {
      const { graph, ask } = graphFor(table, {
        embedding,
        seed,
        tsne: { iterations: 60 },
        umap: { epochs: 40 },
      });
      return mapOf(graph, ask).at.values;
    };
    expect(map(3)).toEqual(map(3));
    expect(map(3)).not.toEqual(map(4));
  });

  test.each([1, 2, 3] as const)('it has %i dimensions, about the middle', dimensions => {
    const { graph, ask } = graphFor(heapColumns(50, 4, 2, 4, 1), {
      embedding,
      dimensions,
      tsne: { iterations: 30, perplexity: 5 },
      umap: { epochs: 30 },
    });
    const { at } = mapOf(graph, ask);
    expect([at.rows, at.columns]).toEqual([50, dimensions]);
    for (let d = 0; d < dimensions; d++) {
      const column = columnOf(at, d);
      expect(column.every(Number.isFinite)).toBe(true);
      expect(column.reduce((a, b) => a + b)).toBeCloseTo(0, 3);
      expect(new Set(column).size).toBeGreaterThan(40);
    }
  });
});

describe('what no map can be made of', () => {
  const graphOf = (
    columns: readonly (readonly (number | string)[])[],
    change: Parameters<typeof settingsOf>[2] = {},
    missing: 'keep' | 'leave-out-rows' = 'leave-out-rows',
  ) => {
    const measures = columns.map((_, j) => `x${j + 1}`);
    const preparation = { ...PLAIN_PREPARATION, measures, missing, weight: null };
    const ask = neighboursAsk(preparation, [], settingsOf(columns[0]!.length, columns.length, change));
    return {
      graph: neighbourGraph(
        searchedRows(preparedOf(columns, { missing, scale: ask.preparation.scale }), ask),
        ask.neighbours,
      ),
      ask,
    };
  };
  const problemOf = (work: () => unknown): string => {
    try {
      work();
    } catch (thrown) {
      if (thrown instanceof Problem) return thrown.message;
      throw thrown;
    }
    throw new Error('expected a Problem');
  };

  test('three rows, all rows the same, gaps that are kept, one measure', () => {
    expect(problemOf(() => graphOf([[1, 2, 3], [3, 1, 2]]))).toMatch(/3 rows are too few/); // prettier-ignore
    const same = [1, 2].map(() => [5, 5, 5, 5, 5, 6, 6, 6]);
    expect(problemOf(() => graphOf(same))).toMatch(/8 rows hold only 2 different ones/);
    const gaps = [[1, 2, 3, '', 5, 6], [2, 4, 1, 5, 2, 8]]; // prettier-ignore
    expect(problemOf(() => graphOf(gaps, {}, 'keep'))).toMatch(/1 entries are missing and kept/);
    expect(problemOf(() => graphFor([[1, 2, 3, 4]]))).toMatch(/one measure/);
  });

  test('five rows at perplexity 30: the largest that they allow is told', () => {
    const { graph, ask } = graphOf(normalColumns(5, 3, 1), { tsne: { perplexity: 30 } });
    expect(problemOf(() => mapOf(graph, ask))).toMatch(/30 needs 90 neighbours.*5 rows.*at least 7/s);
    const ten = graphOf(normalColumns(10, 3, 1), { tsne: { perplexity: 4 } });
    expect(problemOf(() => mapOf(ten.graph, ten.ask))).toMatch(/perplexity of 3 or less/);
    expect(largestPerplexity(10)).toBe(3);
    const umap = graphOf(normalColumns(5, 3, 1), { embedding: 'umap', umap: { neighbours: 15 } });
    expect(problemOf(() => mapOf(umap.graph, umap.ask))).toMatch(/4 neighbours or fewer/);
  });

  test.each(['t-sne', 'umap'] as const)('the fewest rows by %s: seven, four', embedding => {
    const rows = embedding === 't-sne' ? 7 : 4;
    const { graph, ask } = graphOf(normalColumns(rows, 3, 2), {
      embedding,
      tsne: { perplexity: 2, iterations: 100 },
      umap: { neighbours: 3 },
    });
    expect(mapOf(graph, ask).at.values.every(Number.isFinite)).toBe(true);
  });

  test('a row without a distance is named by its place in the table', () => {
    const columns = [[1, 2, 0, 4, 5, 3], [1, 3, 0, 2, 1, 8]]; // prettier-ignore
    expect(problemOf(() => graphOf(columns, { metric: 'hellinger' }))).toMatch(
      /row 3.*all its entries are 0/s,
    );
    const negative = [[1, 2, -1, 4, 5, 3], [1, 3, 2, 2, 1, 8]]; // prettier-ignore
    expect(problemOf(() => graphOf(negative, { metric: 'hellinger' }))).toMatch(/row 3.*below 0/s);
  });

  test('more measures than rows, and very many: on fifty components as on all, whose distances they keep', () => {
    const columns = normalColumns(40, 400, 3);
    const [all, few] = [graphOf(columns, { leading: null }), graphOf(columns, { leading: 50 })];
    expect(few.graph.leading!.components).toBe(39);
    expect(few.graph.leading!.share).toBeCloseTo(1, 10);
    all.graph.neighbours.distances.forEach((distance, e) =>
      expect(few.graph.neighbours.distances[e]! / distance).toBeCloseTo(1, 4),
    );
  });

  test('variances far apart, and means far from 0', () => {
    const columns = normalColumns(60, 4, 5).map((column, j) =>
      column.map(value => 1e6 + value * 10 ** (3 * j)),
    );
    const { graph, ask } = graphOf(columns, { tsne: { perplexity: 8, iterations: 200 } });
    const plain = graphOf(normalColumns(60, 4, 5), { tsne: { perplexity: 8, iterations: 200 } });
    // Of unit variance they are the same rows.
    let same = 0;
    graph.neighbours.rows.forEach((row, e) => (same += Number(row === plain.graph.neighbours.rows[e])));
    expect(same / graph.neighbours.rows.length).toBeGreaterThan(0.99);
    expect(mapOf(graph, ask).at.values.every(Number.isFinite)).toBe(true);
  });
});

test('many rows are searched, and how much of the truth is found is told', () => {
  const { graph } = graphFor(normalColumns(10_000, 100, 6), {
    embedding: 'umap',
    leading: null,
    umap: { neighbours: 15 },
  });
  expect(graph.recall).toBeGreaterThan(0.9);
  expect(graph.recall).toBeLessThanOrEqual(1);
  expect(graph.neighbours.rows).toHaveLength(150_000);
});

describe('what is told of a map', () => {
  const columns = heapColumns(90, 5, 3, 5, 12);
  const heaps = Array.from({ length: 90 }, (_, i) => ['a', 'b', 'c'][i % 3]!);
  const table = tableOf([...columns, heaps], ['v', 'w', 'x', 'y', 'z', 'heap']);
  const fresh = freshRecipe(table);
  const { recipe, id } = withNewReduction(fresh, fresh.reductions[0]!, 90, 'neighbours');
  const reduction = recipe.reductions.find(other => other.id === id) as ReductionBy<'neighbours'>;

  test('what sets a heap apart, by means and pairs of entries', () => {
    const prepared = preparedOf(columns);
    const apart = setApart(table, prepared, { kind: 'level', column: 'heap', level: 'b' });
    expect([apart.n, apart.others]).toEqual([30, 60]);
    expect(apart.columns).toHaveLength(5);
    const sizes = apart.columns.map(({ d }) => Math.abs(d));
    expect(sizes).toEqual(sizes.toSorted((a, b) => b - a));
    for (const { column, d, overlap, mean, meanOfOthers } of apart.columns) {
      const values = columns[['v', 'w', 'x', 'y', 'z'].indexOf(column)]!;
      const inside = values.filter((_, i) => i % 3 === 1);
      const others = values.filter((_, i) => i % 3 !== 1);
      const average = (list: number[]) => list.reduce((a, b) => a + b) / list.length;
      const squares = (list: number[]) => list.reduce((sum, value) => sum + (value - average(list)) ** 2, 0);
      expect(mean).toBeCloseTo(average(inside), 10);
      expect(meanOfOthers).toBeCloseTo(average(others), 10);
      const sd = Math.sqrt((squares(inside) + squares(others)) / 88);
      expect(d).toBeCloseTo((average(inside) - average(others)) / sd, 10);
      let above = 0;
      for (const a of inside) for (const b of others) above += a > b ? 1 : a === b ? 0.5 : 0;
      const share = above / (30 * 60);
      expect(overlap).toBeCloseTo(2 * Math.min(share, 1 - share), 10);
    }
    const rows = [1, 4, 7];
    expect(setApart(table, prepared, { kind: 'rows', rows }).n).toBe(3);
    expect(() => setApart(table, prepared, { kind: 'rows', rows: [] })).toThrow(/none of the rows used/);
    expect(() => setApart(table, prepared, { kind: 'level', column: 'v', level: 'a' })).toThrow(/no label/);
  });

  test('a region of counts is that of its rows repeated', () => {
    const counts = columns[0]!.map((_, i) => 1 + (i % 3));
    const repeat = <T>(list: readonly T[]): T[] =>
      list.flatMap((value, i) => new Array<T>(counts[i]!).fill(value));
    const long = tableOf([...columns.map(repeat), repeat(heaps)], ['v', 'w', 'x', 'y', 'z', 'heap']);
    const region = { kind: 'level', column: 'heap', level: 'c' } as const;
    const weighed = preparedOf([...columns, counts], { weight: 'x6', weighting: 'counts' });
    const [few, many] = [
      setApart(table, weighed, region),
      setApart(long, preparedOf(columns.map(repeat)), region),
    ];
    expect([few.n, few.others]).toEqual([many.n, many.others]);
    few.columns.forEach(({ column, d, overlap, mean }, place) => {
      const other = many.columns[place]!;
      expect(column).toBe(other.column);
      for (const [x, y] of [[d, other.d], [overlap, other.overlap], [mean, other.mean]]) expect(x).toBeCloseTo(y!, 10); // prettier-ignore
    });
  });

  test('its files and figures, and its places as columns', async () => {
    const settings = {
      ...reduction.settings,
      tsne: { ...reduction.settings.tsne, perplexity: 10, iterations: 50 },
      apart: { column: 'heap', level: 'a' },
    };
    const changed = {
      ...recipe,
      reductions: recipe.reductions.map(other => (other.id === id ? { ...reduction, settings } : other)),
    };
    const ask = askOf(changed, { ...reduction, settings } as ReductionBy<'neighbours'>);
    const result = await compute(table, { ...ask, stage: 'neighbourMap' });
    const output = outputFor({ table, account: {} as never, result });
    const scores = reductionFile('neighbours', 'scores', output).split('\n');
    expect(scores[0]).toMatch(/Dimension 1,Dimension 2$/);
    expect(Number(scores[1]!.split(',').at(-2))).toBeCloseTo(result.at.values[0]!, 10);
    expect(reductionFile('neighbours', 'course', output).split('\n')).toHaveLength(result.loss.length + 2);
    expect(result.loss.at(-1)!.after).toBe(50);
    const quality = await compute(table, { ...ask, stage: 'mapQuality', judgedAt: 10 });
    const lines = reductionFile('neighbours', 'quality', output, quality).trim().split('\n');
    expect(lines).toHaveLength(91);
    expect(Number(lines[5]!.split(',')[1])).toBeCloseTo(quality.keptEach[4]!, 6);
    const { reductions } = (await figuresOf(table, changed)) as {
      reductions: Record<string, Record<string, unknown>>[];
    };
    const told = reductions.find(({ method }) => (method as unknown) === 'neighbours')!;
    expect(told['map']).toMatchObject({
      by: 't-sne',
      done: 50,
      graph: { points: 90, found: 30, recall: null },
    });
    expect(told['quality']!['trustworthiness']).toBeCloseTo(quality.trustworthiness, 10);
    expect(told['apart']!['n']).toBe(30);
    const agreement = await compute(table, { ...ask, stage: 'mapAgreement', judgedAt: 10, label: 'heap' });
    expect(told['agreement']).toMatchObject({
      label: 'heap',
      k: 10,
      onMap: { share: agreement.onMap.share, byChance: agreement.onMap.byChance },
      inTable: { share: agreement.inTable.share },
    });
    const places = await compute(table, { stage: 'scoreRelations', reduced: { method: 'neighbours', ask } });
    expect(places.find(({ column }) => column === 'heap')).toBeDefined();
  });
});

test.each<Embedding>(['t-sne', 'umap'])(
  'counts are rows repeated, for where rows lie by %s too',
  async embedding => {
    const columns = heapColumns(40, 4, 2, 4, 5);
    const counts = columns[0]!.map((_, i) => 1 + (i % 3));
    const long = columns.map(column =>
      column.flatMap((value, i) => new Array<number>(counts[i]!).fill(value)),
    );
    const first = counts.map((_, i) => counts.slice(0, i).reduce((a, b) => a + b, 0));
    const preparation = { ...PLAIN_PREPARATION, measures: ['x1', 'x2', 'x3', 'x4'], weight: null };
    const settings = settingsOf(40, 4, {
      embedding,
      tsne: { perplexity: 8, iterations: 3 },
      umap: { epochs: 2 },
    });
    const weighed = { ...preparation, weight: 'x5', weighting: 'counts' as const };
    const few = await compute(tableOf([...columns, counts]), {
      ...neighboursAsk(weighed, [], settings),
      stage: 'neighbourMap',
    });
    const many = await compute(tableOf(long), {
      ...neighboursAsk(preparation, [], settings),
      stage: 'neighbourMap',
    });
    const size = Math.max(...many.at.values.map(Math.abs));
    first.forEach((row, i) =>
      place(few, i).forEach((value, d) =>
        expect(Math.abs(value - place(many, row)[d]!)).toBeLessThan(1e-3 * size),
      ),
    );
  },
);
