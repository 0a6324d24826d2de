import { startTeam, useMapKernels, type Team } from '@wold/kernels/team';
import { testThread } from '@wold/kernels/testThreads';
import { columnOf } from '../../algebra/matrix';
import { seededRandom } from '../../algebra/random';
import { quietHost } from '../../host';
import { courseKey } from '../../stages/key';
import { graphFor, heapColumns, mapOf, stepsFor } from '../../testNeighbours';
import { partsOf } from './connected';
import { symmetricPairs, type Pairs } from './pairs';
import { neighbourMap } from './stages';
import { spectrum } from './spectrum';
import { compiledForces } from './tsne/compiledForces';
import { gridSize } from './tsne/gridSize';
import { plainForces } from './tsne/plainForces';
import { widthOf } from './tsne/steps';
import { conditional, pairProbabilities } from './tsne/probabilities';
import { belonging, memberships } from './umap/memberships';
import { fittedCurve } from './umap/curve';
import { compiledLayout, plainLayout } from './umap/layout';

const team = (): Team => startTeam()!;

/** What pairs of rows have, as a full matrix. */
function full({ starts, ends, shares }: Pairs): number[][] {
  const n = starts.length - 1;
  const matrix = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  for (let i = 0; i < n; i++) {
    for (let e = starts[i]!; e < starts[i + 1]!; e++) matrix[i]![ends[e]!]! += shares[e]!;
  }
  return matrix;
}

describe('probabilities and memberships', () => {
  const { graph } = graphFor(heapColumns(90, 6, 3, 4, 1));

  test.each([2, 10, 29])(
    'each row has the perplexity %i, and pairs are alike both ways and sum to 1',
    perplexity => {
      const { k, distances, rows } = graph.neighbours;
      const used = Math.min(k, Math.ceil(3 * perplexity));
      const expected = Array.from({ length: 90 }, () => new Array<number>(90).fill(0));
      for (let i = 0; i < 90; i++) {
        const shares = new Float64Array(used);
        conditional(distances.subarray(i * k, i * k + used), perplexity, shares);
        const entropy = -shares.reduce((sum, p) => (p > 0 ? sum + p * Math.log(p) : sum), 0);
        expect(Math.abs(Math.exp(entropy) / perplexity - 1)).toBeLessThan(1e-5);
        // They fall as a normal curve of the distance: ln p is a line in d².
        const line = (j: number) =>
          Math.log(shares[0]! / shares[j]!) / (distances[i * k + j]! ** 2 - distances[i * k]! ** 2);
        expect(line(used - 1) / line(Math.ceil(used / 2))).toBeCloseTo(1, 5);
        shares.forEach((p, j) => {
          expected[i]![rows[i * k + j]!]! += p / 180;
          expected[rows[i * k + j]!]![i]! += p / 180;
        });
      }
      const found = full(pairProbabilities(graph.neighbours, perplexity));
      let [sum, off] = [0, 0];
      found.forEach((line, i) =>
        line.forEach((p, j) => {
          off = Math.max(off, Math.abs(p - expected[i]![j]!));
          sum += p;
        }),
      );
      expect(off).toBeLessThan(5e-9);
      expect(sum).toBeCloseTo(1, 6);
    },
  );

  test('rows that are equally near all have the same share, whatever the unit of distances', () => {
    const shares = new Float64Array(6);
    expect(conditional(new Float32Array(6).fill(7), 2, shares)).toBeCloseTo(6, 10);
    for (const share of shares) expect(share).toBeCloseTo(1 / 6, 12);
    const [small, large] = [new Float64Array(4), new Float64Array(4)];
    conditional(Float32Array.from([1e-9, 2e-9, 3e-9, 5e-9]), 2, small);
    conditional(Float32Array.from([1e9, 2e9, 3e9, 5e9]), 2, large);
    small.forEach((share, j) => expect(share).toBeCloseTo(large[j]!, 5));
  });

  test('memberships: 1 for the nearest, they sum to the logarithm of their number, and are joined both ways', () => {
    const { k, distances, rows } = graph.neighbours;
    const directed = Array.from({ length: 90 }, () => new Array<number>(90).fill(0));
    for (let i = 0; i < 90; i++) {
      const shares = new Float64Array(15);
      belonging(distances.subarray(i * k, i * k + 15), 1, shares);
      expect(shares[0]).toBe(1);
      expect(shares.reduce((a, b) => a + b)).toBeCloseTo(Math.log2(15), 5);
      const fall = (j: number) => -Math.log(shares[j]!) / (distances[i * k + j]! - distances[i * k]!);
      expect(fall(14) / fall(5)).toBeCloseTo(1, 4);
      shares.forEach((share, j) => (directed[i]![rows[i * k + j]!] = share));
    }
    let off = 0;
    full(memberships(graph.neighbours, 15)).forEach((line, i) =>
      line.forEach((share, j) => {
        const [there, back] = [directed[i]![j]!, directed[j]![i]!];
        off = Math.max(off, Math.abs(share - (1 - (1 - there) * (1 - back))));
      }),
    );
    expect(off).toBeLessThan(5e-7);
  });

  test.each([
    [0.1, 1],
    [0, 1],
    [0.5, 1],
    [0.25, 2],
  ])('the curve for the least distance %p and spread %p is the best of its kind', (nearest, spread) => {
    const { a, b } = fittedCurve(nearest, spread);
    const rest = (p: number, q: number) => {
      let sum = 0;
      for (let i = 1; i <= 300; i++) {
        const x = (3 * spread * i) / 300;
        const wanted = x <= nearest ? 1 : Math.exp(-(x - nearest) / spread);
        sum += (wanted - 1 / (1 + p * x ** (2 * q))) ** 2;
      }
      return sum;
    };
    for (const [p, q] of [
      [1.01, 1],
      [0.99, 1],
      [1, 1.01],
      [1, 0.99],
      [1.01, 1.01],
      [0.99, 1.01],
    ] as const) {
      expect(rest(a * p, b * q)).toBeGreaterThan(rest(a, b));
    }
    expect(rest(a, b)).toBeLessThan(0.5);
  });
});

/** Pairs of each row with the next three, for places of our choice. */
function ringPairs(n: number): Pairs {
  const ends = Uint32Array.from({ length: 3 * n }, (_, e) => (Math.floor(e / 3) + 1 + (e % 3)) % n);
  const shares = Float64Array.from({ length: 3 * n }, (_, e) => (1 + (e % 3)) / (6 * n));
  return symmetricPairs(3, ends, shares, (there, back) => (there + back) / 2);
}

/** Heaps over a span, as places of so many entries. */
function placesOver(n: number, span: number, dimensions: number, width: number, seed: number): Float32Array {
  const { normal, whole, uniform } = seededRandom(seed);
  const centres = Array.from({ length: 8 * dimensions }, () => span * (uniform() - 0.5));
  const places = new Float32Array(n * width);
  for (let i = 0; i < n; i++) {
    const heap = whole(8);
    for (let d = 0; d < dimensions; d++) {
      places[i * width + d] = centres[heap * dimensions + d]! + (0.06 * span + 0.01) * normal();
    }
  }
  return places;
}

function errorOf(found: Float32Array, truth: Float32Array, width: number): number {
  let [off, size] = [0, 0];
  for (let k = 0; k < found.length; k += width) {
    let [a, b] = [0, 0];
    for (let d = 0; d < width; d++) {
      a += (found[k + d]! - truth[k + d]!) ** 2;
      b += truth[k + d]! ** 2;
    }
    off += Math.sqrt(a);
    size += Math.sqrt(b);
  }
  return off / size;
}

describe('forces of t-SNE', () => {
  test.each([
    [300, 0.001, 2, true, 1e-4],
    [301, 20, 2, true, 1e-4],
    [302, 20, 3, true, 1e-4],
    [300, 0.001, 2, false, 0.01],
    [1000, 5, 2, false, 0.01],
    [1001, 30, 2, false, 0.01],
    [3000, 75, 2, false, 0.01],
    [3000, 140, 2, false, 0.01],
    [900, 20, 1, false, 0.01],
    [3000, 300, 1, false, 0.01],
    [1000, 4, 3, false, 0.02],
    [2000, 20, 3, false, 0.02],
  ] as const)(
    '%i rows over %d in %i dimensions, exact: %p, are those of all pairs to %d',
    (n, span, dimensions, exact, most) => {
      const width = widthOf(dimensions);
      const places = placesOver(n, span, dimensions, width, n);
      const pairs = ringPairs(n);
      const none: Pairs = {
        starts: new Uint32Array(n + 1),
        ends: new Uint32Array(0),
        shares: new Float32Array(0),
      };
      // What pushes is looked at apart from what pulls, which could hide it.
      const [truth, found] = [new Float32Array(n * width), new Float32Array(n * width)];
      const wanted = plainForces(none, width).at(places, 1, truth, false);
      const compiled = compiledForces(team(), none, width, exact);
      const { z } = compiled.at(places, 1, found, false);
      expect(errorOf(found, truth, width)).toBeLessThan(most);
      expect(Math.abs(z / wanted.z - 1)).toBeLessThan(most);
      const all = plainForces(pairs, width).at(places, 4, truth, true);
      const whole = compiledForces(team(), pairs, width, exact).at(places, 4, found, true);
      expect(errorOf(found, truth, width)).toBeLessThan(most);
      expect(whole.spread).toBeCloseTo(all.spread, 4);
    },
  );

  test('a grid has room for all rows of a map, however wide', () => {
    for (const span of [0, 1e-6, 3, 80, 1e4]) {
      const { lines, down, across, nodesPerUnit } = gridSize(Float32Array.from([0, 0, span, span / 2]));
      expect(down).toBeGreaterThanOrEqual(2 * lines);
      expect(lines).toBeGreaterThan((nodesPerUnit * span) / 2 + 3);
      expect(across).toBeGreaterThan(2 * nodesPerUnit * span);
      expect(across * down).toBeLessThanOrEqual(2 ** 23);
    }
  });
});

test.each([2, 3])('UMAP’s epochs in %i dimensions, compiled, are the plain ones', dimensions => {
  const { graph } = graphFor(heapColumns(120, 5, 3, 3, 4));
  const pairs = memberships(graph.neighbours, 15);
  const way = { ...fittedCurve(0.1, 1), drawn: 5, seed: 3 };
  const { normal } = seededRandom(2);
  const places = Float32Array.from({ length: 480 }, (_, k) => (k % 4 < dimensions ? 4 * normal() : 0));
  for (const drawn of [1, 4, 5, 12]) {
    const [compiled, plain] = [places.slice(), places.slice()];
    const [fast, slow] = [
      compiledLayout(team(), pairs, { ...way, drawn }),
      plainLayout(pairs, { ...way, drawn }),
    ];
    // Later epochs would grow what rounding differs by.
    for (let epoch = 3; epoch < 5; epoch++) {
      fast.move(compiled, epoch, 0.3);
      slow.move(plain, epoch, 0.3);
    }
    let most = 0;
    compiled.forEach((place, k) => (most = Math.max(most, Math.abs(place - plain[k]!))));
    expect(most).toBeLessThan(2e-3);
    expect(Math.max(...compiled.map((place, k) => Math.abs(place - places[k]!)))).toBeGreaterThan(0.1);
  }
});

test('the spectrum of a ring is its turns, and a graph in parts has none to start from', () => {
  const n = 60;
  const pairs = ringPairs(n);
  const found = spectrum(pairs, 2)!;
  // The two leading eigenvectors of a ring span cos and sin of one turn (any circulant matrix).
  for (let d = 0; d < 2; d++) {
    const column = columnOf(found, d);
    const wave = (f: (x: number) => number) =>
      column.reduce((sum, value, i) => sum + value * f((2 * Math.PI * i) / n), 0);
    const held = (wave(Math.cos) ** 2 + wave(Math.sin) ** 2) / (n / 2);
    expect(held).toBeCloseTo(1, 6);
  }
  const apart = symmetricPairs(
    1,
    Uint32Array.from([1, 0, 3, 2, 5, 4]),
    new Float64Array(6).fill(1),
    Math.max,
  );
  expect(partsOf(apart)).toBe(3);
  expect(spectrum(apart, 2)).toBeNull();
  expect(partsOf(pairs)).toBe(1);
});

describe('a course', () => {
  const columns = heapColumns(2100, 8, 5, 3, 9);
  const small = heapColumns(150, 6, 3, 4, 2);

  test.each([
    ['t-sne', 2, small],
    ['t-sne', 3, small],
    ['t-sne', 2, columns],
    ['umap', 2, small],
  ] as const)(
    '%s in %i dimensions: stopped, copied and taken up again it ends the same',
    (embedding, dimensions, table) => {
      const { graph, ask } = graphFor(table, {
        embedding,
        dimensions,
        tsne: { iterations: 40, early: 20 },
        umap: { epochs: 40 },
      });
      const straight = mapOf(graph, ask);
      const first = stepsFor(graph, ask);
      let state = first.start();
      for (let k = 0; k < 23; k++) state = first.step(state);
      const kept = structuredClone(state);
      const again = stepsFor(graph, ask);
      let going: unknown = kept;
      while (again.done(going) < 1) going = again.step(going);
      expect(again.show(going)).toEqual(straight);
    },
  );

  test('a UMAP map kept on the way is where it stood then, and goes on to the same end', () => {
    const change = { embedding: 'umap', umap: { epochs: 40 } } as const;
    const { graph, ask } = graphFor(columns, change);
    const straight = mapOf(graph, ask);
    const early = graphFor(columns, { ...change, umap: { epochs: 40, stop: 23 } }).ask;
    const steps = stepsFor(graph, early);
    let state = steps.start();
    while (steps.done(state) < 1) state = steps.step(state);
    const kept = steps.show(state);
    expect(kept).toMatchObject({ done: 23, of: 40 });
    expect(kept.loss.at(-1)!.after).toBe(23);
    expect(steps.goesOn).toBe(true);
    const all = stepsFor(graph, ask);
    let there = all.start();
    for (let k = 0; k < 23; k++) there = all.step(there);
    expect(all.show(there).at).toEqual(kept.at);
    let going = structuredClone(state);
    const on = stepsFor(graph, ask);
    while (on.done(going) < 1) going = on.step(going);
    expect(on.show(going)).toEqual(straight);
    expect(courseKey('t', neighbourMap, early)).toBe(courseKey('t', neighbourMap, ask));
  });

  test('the same on one thread and two, of t-SNE by a grid, by a tree and exactly, and of UMAP', async () => {
    const { helper, end } = testThread();
    const two = { ...quietHost, helpers: [helper] };
    for (const [table, change] of [
      [columns, { tsne: { iterations: 30 } }],
      [columns, { dimensions: 3, tsne: { iterations: 4 } }],
      [small, { tsne: { iterations: 60 } }],
      [columns, { embedding: 'umap', umap: { epochs: 20 } }],
    ] as const) {
      const { graph, ask } = graphFor(table, change);
      expect(mapOf(graph, ask, two)).toEqual(mapOf(graph, ask));
    }
    await end();
  });

  test('by a grid it ends as near as by all pairs, counted over all pairs', () => {
    const { graph, ask } = graphFor(columns, { tsne: { iterations: 600 } });
    const byGrid = mapOf(graph, ask);
    const pairs = pairProbabilities(graph.neighbours, 30);
    // The same steps, with the forces of all pairs.
    const forces = compiledForces(team(), pairs, 2, true);
    const divergence = (at: Float64Array) => {
      const n = at.length / 2;
      const places = Float32Array.from({ length: 2 * n }, (_, k) => at[(k % 2) * n + (k >> 1)]!);
      const { z, spread } = forces.at(places, 1, new Float32Array(2 * n), true);
      const entropy = pairs.shares.reduce((sum, p) => (p > 0 ? sum + p * Math.log(p) : sum), 0);
      return entropy + spread + Math.log(z);
    };
    // What is told of the map is its own, counted over all pairs.
    expect(byGrid.loss.at(-1)!.after).toBe(600);
    expect(byGrid.loss.at(-1)!.value / divergence(byGrid.at.values)).toBeCloseTo(1, 2);
    const exact = exactly(() => mapOf(graph, ask));
    expect(divergence(byGrid.at.values)).toBeLessThan(1.02 * divergence(exact.at.values));
  });
});

/** Has t-SNE take all pairs, whatever the number of rows. */
function exactly<T>(work: () => T): T {
  const steps = jest.requireMock<{ mockExact: { at: number } }>('./tsne/exactness').mockExact;
  steps.at = Infinity;
  try {
    return work();
  } finally {
    steps.at = 2000;
  }
}
jest.mock('./tsne/exactness', () => {
  const mockExact = { at: 2000 };
  return { mockExact, isExact: (points: number) => points <= mockExact.at };
});

test('without compiled loops the same pictures come, later', () => {
  const { graph, ask } = graphFor(heapColumns(60, 5, 2, 6, 7), { tsne: { iterations: 120, perplexity: 10 } });
  const compiled = mapOf(graph, ask);
  useMapKernels(false);
  const plain = mapOf(graph, ask);
  useMapKernels(true);
  const [first, last] = [0, -1].map(at => [compiled, plain].map(({ loss }) => loss.at(at)!.value));
  expect(first![1]).toBeCloseTo(first![0]!, 4);
  // What rounding differs by grows on the way; how good the map is does not.
  expect(last![1]! / last![0]!).toBeGreaterThan(0.9);
  expect(last![1]! / last![0]!).toBeLessThan(1.1);
});
