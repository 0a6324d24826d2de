import { testThread } from '@wold/kernels/testThreads';
import { useMapKernels } from '@wold/kernels/team';
import { seededRandom } from '../algebra/random';
import { quietHost } from '../host';
import { descentNeighbours, exactIsQuicker } from './descent';
import { exactNeighbours, type Neighbours } from './exactNeighbours';
import { levelsFor, projected, randomDirections, treeLeaves } from './forest';
import { FRESH, ROW, sampledLists } from './lists';
import { projectedRows } from './projectedRows';
import { recallOf } from './recall';
import { flatRows, type FlatRows } from './rows';

/** Rows about some centres, whole numbers so that single precision has their squares exactly. */
function heaps(n: number, p: number, seed: number): FlatRows {
  const { normal, whole } = seededRandom(seed);
  const centres = Array.from({ length: 12 * p }, () => 300 * normal());
  const values = new Float64Array(n * p);
  for (let i = 0; i < n; i++) {
    const heap = whole(12);
    for (let j = 0; j < p; j++) values[j * n + i] = Math.round(centres[heap * p + j]! + 200 * normal());
  }
  return flatRows({ rows: n, columns: p, values });
}

function plainly<T>(work: () => T): T {
  useMapKernels(false);
  try {
    return work();
  } finally {
    useMapKernels(true);
  }
}

/** The share of distances that are those of all distances looked at. */
function recalled(found: Neighbours, truth: Neighbours): number {
  let hits = 0;
  found.distances.forEach((distance, e) => {
    const last = truth.distances[e - (e % truth.k) + truth.k - 1]!;
    hits += Number(distance <= last * (1 + 1e-6));
  });
  return hits / found.distances.length;
}

test.each([
  ['euclidean', 2500, 8, 15],
  ['euclidean', 1200, 30, 40],
  ['manhattan', 2000, 10, 15],
] as const)('%s: of the nearest of %i rows of %i nearly all are found', (metric, n, p, k) => {
  const rows = heaps(n, p, n);
  const truth = exactNeighbours(rows, k, metric);
  const found = descentNeighbours(rows, k, metric);
  expect(recalled(found, truth)).toBeGreaterThan(0.97);
  for (let i = 0; i < n; i++) {
    const own = found.rows.subarray(i * k, (i + 1) * k);
    expect(new Set(own).size).toBe(k);
    expect(own).not.toContain(i);
    const far = found.distances.subarray(i * k, (i + 1) * k);
    expect(far).toEqual(far.slice().sort());
    let sum = 0;
    for (let e = 0; e < p; e++) {
      const d = rows.values[i * rows.stride + e]! - rows.values[own[3]! * rows.stride + e]!;
      sum += metric === 'manhattan' ? Math.abs(d) : d * d;
    }
    expect(far[3]! / (metric === 'manhattan' ? sum : Math.sqrt(sum))).toBeCloseTo(1, 5);
  }
});

test('a sample tells the recall of all', () => {
  const rows = heaps(1500, 12, 4);
  const truth = exactNeighbours(rows, 15, 'euclidean');
  expect(recallOf(rows, truth, 'euclidean')).toBe(1);
  // Every third neighbour is put too far.
  const worse = { ...truth, distances: truth.distances.map((d, e) => (e % 3 === 0 ? d + 1e6 : d)) };
  expect(recallOf(rows, worse, 'euclidean')).toBeCloseTo(2 / 3, 10);
  const found = descentNeighbours(rows, 15, 'euclidean');
  expect(Math.abs(recallOf(rows, found, 'euclidean') - recalled(found, truth))).toBeLessThan(0.02);
});

test('compiled and plain find the same, but for rows equally far', () => {
  const rows = heaps(800, 6, 9);
  const compiled = descentNeighbours(rows, 10, 'euclidean');
  const plain = plainly(() => descentNeighbours(rows, 10, 'euclidean'));
  let other = 0;
  compiled.distances.forEach(
    (distance, e) => (other += Number(Math.abs(distance - plain.distances[e]!) > 1e-3 * distance)),
  );
  expect(other / compiled.distances.length).toBeLessThan(0.001);
});

test('the same on one thread and on two', () => {
  const helper = testThread();
  const rows = heaps(3000, 10, 2);
  const alone = descentNeighbours(rows, 15, 'euclidean');
  const together = descentNeighbours(rows, 15, 'euclidean', { ...quietHost, helpers: [helper.helper] });
  helper.end();
  expect(together).toEqual(alone);
});

test('a tree halves rows at the middle of each direction', () => {
  const rows = heaps(1000, 5, 1);
  const levels = levelsFor(1000);
  const directions = randomDirections(rows, levels, 3);
  const along = projected(rows, directions);
  const { order, starts } = treeLeaves(1000, levels, along);
  expect([...order].sort((a, b) => a - b)).toEqual([...Array(1000).keys()]);
  expect(starts).toHaveLength(2 ** levels + 1);
  const sizes = [...starts.slice(1)].map((end, leaf) => end - starts[leaf]!);
  expect(Math.max(...sizes)).toBeLessThanOrEqual(64);
  expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
  // The first direction parts the first half of the leaves from the second.
  const middle = starts[2 ** (levels - 1)]!;
  const values = [...order].map(row => along[row]!);
  expect(Math.max(...values.slice(0, middle))).toBeLessThanOrEqual(Math.min(...values.slice(middle)));
  // What a row has along a direction, from the definition.
  let sum = 0;
  for (let e = 0; e < 5; e++) sum += rows.values[7 * rows.stride + e]! * directions[e]!;
  expect(along[7]! / sum).toBeCloseTo(1, 5);
  expect(levelsFor(10)).toBe(0);
});

test('lists hold new and known neighbours of both directions, and what is taken is known', () => {
  // Row 0 has a new neighbour 1 and knows 2; rows 1 and 2 have 0 new; row 3 none.
  const neighbours = Uint32Array.from([1 | FRESH, 2, 0 | FRESH, ROW, 0 | FRESH, ROW, ROW, ROW]);
  const { fresh, known } = sampledLists(neighbours, 2, 2, 1);
  const of = ({ width, rows, counts }: typeof fresh, i: number) =>
    [...rows.subarray(i * width, i * width + counts[i]!)].sort();
  expect([0, 1, 2, 3].map(i => of(fresh, i))).toEqual([[1, 1, 2], [0, 0], [0], []]);
  expect([0, 1, 2, 3].map(i => of(known, i))).toEqual([[2], [], [0], []]);
  expect([...neighbours]).toEqual([1, 2, 0, ROW, 0, ROW, ROW, ROW]);
  // No more than asked for of each direction, whatever there is.
  const all = Uint32Array.from(
    { length: 40 * 5 },
    (_, e) => (((e % 5) + 1 + Math.floor(e / 5)) % 40) | FRESH,
  );
  const few = sampledLists(all, 5, 3, 2);
  expect(Math.max(...few.fresh.counts)).toBeLessThanOrEqual(6);
  expect(all.filter(entry => entry < 40)).toHaveLength(40 * 3);
});

test('all distances are looked at where rows are few, or neighbours many', () => {
  expect(exactIsQuicker({ n: 5000, entries: 50 }, 15)).toBe(true);
  expect(exactIsQuicker({ n: 60_000, entries: 50 }, 15)).toBe(false);
  expect(exactIsQuicker({ n: 60_000, entries: 50 }, 90)).toBe(true);
  expect(exactIsQuicker({ n: 500_000, entries: 50 }, 90)).toBe(false);
});

test('rows along directions are their products, compiled and plain', () => {
  const rows = heaps(9000, 6, 5);
  const { normal } = seededRandom(1);
  const directions = { rows: 6, columns: 3, values: Float64Array.from({ length: 18 }, normal) };
  const found = projectedRows(rows, directions);
  const plain = plainly(() => projectedRows(rows, directions));
  for (const [i, d] of [
    [0, 0],
    [8999, 2],
    [8192, 1],
  ] as const) {
    // prettier-ignore
    let sum = 0;
    for (let e = 0; e < 6; e++) sum += rows.values[i * rows.stride + e]! * directions.values[d * 6 + e]!;
    expect(found.values[d * 9000 + i]! / sum).toBeCloseTo(1, 4);
    expect(plain.values[d * 9000 + i]! / sum).toBeCloseTo(1, 4);
  }
});
