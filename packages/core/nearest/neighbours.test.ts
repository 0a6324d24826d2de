import { testThread } from '@wold/kernels/testThreads';
import { useMapKernels } from '@wold/kernels/team';
import { seededRandom } from '../algebra/random';
import { quietHost } from '../host';
import { distinctRows, someRows } from './distinct';
import { exactNeighbours, type Neighbours } from './exactNeighbours';
import { metricRows, METRICS, searchMetric, type Metric } from './metric';
import { placeNeighbours } from './placeNeighbours';
import { flatRows, type FlatRows } from './rows';

/** Rows in a few heaps, far from 0 where that is wanted. */
function heaps(n: number, p: number, seed: number, offset = 0): FlatRows {
  const { normal, whole } = seededRandom(seed);
  const centres = Array.from({ length: 4 * p }, normal);
  const values = new Float64Array(n * p);
  for (let i = 0; i < n; i++) {
    const heap = whole(4);
    for (let j = 0; j < p; j++) values[j * n + i] = offset + 3 * centres[heap * p + j]! + normal();
  }
  return flatRows({ rows: n, columns: p, values });
}

/** Every distance in double precision, sorted: the truth. */
function truth({ n, entries, stride, values }: FlatRows, k: number, manhattan: boolean): number[][] {
  return Array.from({ length: n }, (_, i) =>
    Array.from({ length: n }, (__, j) => {
      let sum = 0;
      for (let e = 0; e < entries; e++) {
        const d = values[i * stride + e]! - values[j * stride + e]!;
        sum += manhattan ? Math.abs(d) : d * d;
      }
      return i === j ? Infinity : manhattan ? sum : Math.sqrt(sum);
    })
      .sort((a, b) => a - b)
      .slice(0, k),
  );
}

const distancesOf = ({ k, distances }: Neighbours, i: number) => [...distances.slice(i * k, (i + 1) * k)];

function useKernels<T>(use: boolean, work: () => T): T {
  useMapKernels(use);
  try {
    return work();
  } finally {
    useMapKernels(true);
  }
}

test.each([
  ['euclidean', 5, 3, 4, 0],
  ['euclidean', 203, 7, 15, 0],
  ['euclidean', 640, 33, 20, 0],
  ['euclidean', 300, 5, 10, 1e4],
  ['manhattan', 203, 7, 15, 0],
  ['manhattan', 9, 2, 8, 0],
] as const)(
  '%s: the nearest of %i rows of %i are those of all distances, compiled and plain',
  (metric, n, p, k, offset) => {
    const rows = heaps(n, p, n + p, offset);
    const wanted = truth(rows, k, metric === 'manhattan');
    for (const use of [true, false]) {
      const found = useKernels(use, () => exactNeighbours(rows, k, metric));
      // One expectation for all: there are very many.
      let off = 0;
      wanted.forEach((distances, i) => {
        distancesOf(found, i).forEach((distance, place) => {
          off = Math.max(off, Math.abs(distance - distances[place]!) / distances[k - 1]!);
        });
        const near = new Set(found.rows.slice(i * k, (i + 1) * k));
        if (near.size !== k || near.has(i)) off = Infinity;
      });
      expect(off).toBeLessThan(2e-5);
    }
  },
);

test('of equally far rows the first come first', () => {
  const rows = flatRows({ rows: 5, columns: 1, values: Float64Array.from([0, 1, -1, 1, -1]) });
  expect([...exactNeighbours(rows, 4, 'euclidean').rows.slice(0, 4)]).toEqual([1, 2, 3, 4]);
  const places = { rows: 5, columns: 1, values: Float64Array.from([0, 1, -1, 1, -1]) };
  expect([...placeNeighbours(places, 4).rows.slice(0, 4)]).toEqual([1, 2, 3, 4]);
});

test('one thread and two find the same to the last bit', async () => {
  const { helper, end } = testThread();
  const rows = heaps(700, 12, 3);
  for (const metric of ['euclidean', 'manhattan'] as const) {
    const alone = exactNeighbours(rows, 30, metric);
    expect(exactNeighbours(rows, 30, metric, { ...quietHost, helpers: [helper] })).toEqual(alone);
  }
  await end();
});

test.each([1, 2, 3])('in %i dimensions the nearest places are those of all distances', dimensions => {
  const { normal, whole } = seededRandom(dimensions);
  const n = 400;
  const values = Float64Array.from({ length: n * dimensions }, normal);
  // Some places twice.
  for (let i = 0; i < 40; i++) {
    const [from, to] = [whole(n), whole(n)];
    for (let d = 0; d < dimensions; d++) values[d * n + to] = values[d * n + from]!;
  }
  const found = placeNeighbours({ rows: n, columns: dimensions, values }, 9);
  const flat = flatRows({ rows: n, columns: dimensions, values });
  const wanted = truth(flat, 9, false);
  wanted.forEach((distances, i) =>
    distancesOf(found, i).forEach((distance, place) => expect(distance).toBeCloseTo(distances[place]!, 5)),
  );
});

test('rows that are the same share a point, in the order of their first', () => {
  const rows = flatRows({
    rows: 6,
    columns: 2,
    values: Float64Array.from([1, 2, 1, 3, 2, 1, 5, 6, 5, 7, 6, 8]),
  });
  const { point, first } = distinctRows(rows);
  expect([...point]).toEqual([0, 1, 0, 2, 1, 3]);
  expect([...first]).toEqual([0, 1, 3, 5]);
  expect(someRows(rows, first).values.filter((_, at) => at % 4 === 0)).toEqual(
    Float32Array.from([1, 2, 3, 1]),
  );
});

/**
 * What a distance by Euclid of {@link metricRows} is in the metric: 1 − cosine and 1 − correlation are half the squared
 * distance of rows brought to unit length; Hellinger's is the distance of roots over √2.
 */
function metricDistance(metric: Metric, found: number): number {
  switch (metric) {
    case 'euclidean':
    case 'manhattan':
      return found;
    case 'cosine':
    case 'correlation':
      return (found * found) / 2;
    case 'hellinger':
      return found / Math.SQRT2;
  }
}

/** A distance of two rows by its definition. */
function defined(metric: Metric, x: readonly number[], y: readonly number[]): number {
  const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);
  const product = (a: readonly number[], b: readonly number[]) => sum(a.map((value, k) => value * b[k]!));
  const cosine = (a: readonly number[], b: readonly number[]) =>
    product(a, b) / Math.sqrt(product(a, a) * product(b, b));
  const centred = (a: readonly number[]) => a.map(value => value - sum(a) / a.length);
  switch (metric) {
    case 'euclidean':
      return Math.sqrt(sum(x.map((value, k) => (value - y[k]!) ** 2)));
    case 'manhattan':
      return sum(x.map((value, k) => Math.abs(value - y[k]!)));
    case 'cosine':
      return 1 - cosine(x, y);
    case 'correlation':
      return 1 - cosine(centred(x), centred(y));
    case 'hellinger':
      return Math.sqrt(
        sum(x.map((value, k) => (Math.sqrt(value / sum(x)) - Math.sqrt(y[k]! / sum(y))) ** 2)) / 2,
      );
  }
}

test.each(METRICS)('%s: what is searched by is the distance as it is defined', metric => {
  const { uniform } = seededRandom(5);
  const [n, p] = [12, 6];
  const entries = Array.from({ length: n }, () =>
    Array.from({ length: p }, () => Math.fround(0.1 + 9 * uniform())),
  );
  const flat = flatRows({
    rows: n,
    columns: p,
    values: Float64Array.from({ length: n * p }, (_, at) => entries[at % n]![Math.floor(at / n)]!),
  });
  expect(metricRows(flat, metric)).toBeNull();
  const { k, rows, distances } = exactNeighbours(flat, n - 1, searchMetric(metric));
  for (let i = 0; i < n; i++) {
    for (let e = i * k; e < (i + 1) * k; e++) {
      const wanted = defined(metric, entries[i]!, entries[rows[e]!]!);
      expect(metricDistance(metric, distances[e]!)).toBeCloseTo(wanted, 5);
    }
  }
});

test('a 0 below 0 is a 0', () => {
  const rows = flatRows({ rows: 2, columns: 2, values: Float64Array.from([0, -0, 1, 1]) });
  expect(distinctRows(rows).first).toHaveLength(1);
});

test('a row that has no distance is named, with why', () => {
  const rows = (values: number[]) => flatRows({ rows: 2, columns: 2, values: Float64Array.from(values) });
  expect(metricRows(rows([1, 0, 2, 0]), 'cosine')).toEqual({ row: 1, why: 'zeros' });
  expect(metricRows(rows([1, 5, 2, 5]), 'correlation')).toEqual({ row: 1, why: 'constant' });
  expect(metricRows(rows([1, -5, 2, 5]), 'hellinger')).toEqual({ row: 1, why: 'negative' });
  expect(metricRows(rows([1, 0, 2, 0]), 'hellinger')).toEqual({ row: 1, why: 'zeros' });
  expect(metricRows(rows([1, 0, 2, 0]), 'euclidean')).toBeNull();
});
