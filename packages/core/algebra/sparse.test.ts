import { leadingSparse } from './leadingSparse';
import { quietHost } from '../host';
import { columnOf, zeros } from './matrix';
import { seededRandom } from './random';
import { someSparse, squaredLengths, transposeSparse, type SparseRows } from './sparseRows';
import { symmetricEigenvalues } from './symmetricEigen';

/** Rows whose columns are drawn unevenly, as words are. */
function drawn(n: number, p: number, each: number, seed: number): SparseRows {
  const random = seededRandom(seed);
  const starts = new Uint32Array(n + 1);
  const [places, values]: [number[], number[]] = [[], []];
  for (let i = 0; i < n; i++) {
    const own = new Set(Array.from({ length: each }, () => Math.floor(p * random.uniform() ** 2)));
    for (const place of [...own].sort((a, b) => a - b)) {
      places.push(place);
      values.push(1 + random.uniform());
    }
    starts[i + 1] = places.length;
  }
  return { rows: n, columns: p, starts, places: Uint32Array.from(places), values: Float64Array.from(values) };
}

/** The covariances of the rows about their means, by their definition. */
function covariances({ rows, columns, starts, places, values }: SparseRows, weights: Float64Array | null) {
  const x = zeros(rows, columns);
  for (let i = 0; i < rows; i++) {
    for (let e = starts[i]!; e < starts[i + 1]!; e++) x.values[places[e]! * rows + i] = values[e]!;
  }
  const w = weights ?? new Float64Array(rows).fill(1);
  const total = w.reduce((sum, weight) => sum + weight, 0);
  const means = new Float64Array(columns);
  const about = x.values;
  for (let j = 0; j < columns; j++) {
    const own = about.subarray(j * rows, (j + 1) * rows);
    for (let i = 0; i < rows; i++) means[j]! += (w[i]! * own[i]!) / total;
    for (let i = 0; i < rows; i++) own[i]! -= means[j]!;
  }
  const result = zeros(columns, columns);
  for (let a = 0; a < columns; a++) {
    for (let b = 0; b <= a; b++) {
      let sum = 0;
      for (let i = 0; i < rows; i++) sum += w[i]! * about[a * rows + i]! * about[b * rows + i]!;
      result.values[a * columns + b] = result.values[b * columns + a] = sum / (total - 1);
    }
  }
  return { result, means, divisor: total - 1 };
}

test.each([
  ['more rows than columns, begun again several times', 400, 210, 6, 12, false, 0],
  ['weights', 300, 180, 6, 8, true, 0],
  ['more columns than rows', 160, 300, 9, 8, true, 0],
  ['all products, few columns', 300, 90, 6, 15, true, 600],
  ['all products, few rows', 80, 200, 9, 15, true, 600],
])('the leading eigenpairs are those of the covariances: %s', (_, n, p, each, count, weighed, small) => {
  const sparse = drawn(n, p, each, 11);
  const random = seededRandom(2);
  const weights = weighed ? Float64Array.from({ length: n }, () => 1 + random.whole(4)) : null;
  const { result, means, divisor } = covariances(sparse, weights);
  const truth = symmetricEigenvalues(result);
  const found = leadingSparse(sparse, means, weights, divisor, count, quietHost, 1e-9, small);
  expect(found.residual).toBeLessThan(1e-8);
  for (let d = 0; d < count; d++) {
    expect(Math.abs(found.values[d]! - truth[d]!)).toBeLessThan(1e-9 * truth[0]!);
    const v = columnOf(found.vectors, d);
    // C v = λ v, whatever else is said of it.
    let square = 0;
    for (let j = 0; j < p; j++) {
      let image = 0;
      for (let l = 0; l < p; l++) image += result.values[l * p + j]! * v[l]!;
      square += (image - found.values[d]! * v[j]!) ** 2;
    }
    expect(Math.sqrt(square)).toBeLessThan(1e-7 * truth[0]!);
  }
  for (let a = 0; a < count; a++) {
    for (let b = 0; b <= a; b++) {
      const [x, y] = [columnOf(found.vectors, a), columnOf(found.vectors, b)];
      const product = x.reduce((sum, value, j) => sum + value * y[j]!, 0);
      expect(product).toBeCloseTo(a === b ? 1 : 0, 7);
    }
  }
});

test('as many equal eigenvalues as there are, all found; fewer where there are no more', () => {
  // Ten groups of rows of one column each: nine dimensions of one variance.
  const n = 200;
  const sparse: SparseRows = {
    rows: n,
    columns: 10,
    starts: Uint32Array.from({ length: n + 1 }, (_, i) => i),
    places: Uint32Array.from({ length: n }, (_, i) => i % 10),
    values: new Float64Array(n).fill(1),
  };
  const found = leadingSparse(sparse, new Float64Array(10).fill(0.1), null, n - 1, 50);
  expect(found.values).toHaveLength(10);
  for (let d = 0; d < 9; d++) expect(found.values[d]!).toBeCloseTo(20 / 199, 12);
  expect(found.values[9]!).toBeCloseTo(0, 12);
});

test('there and back a sparse block is itself; some rows, and squared lengths', () => {
  const sparse = drawn(40, 25, 5, 3);
  expect(transposeSparse(transposeSparse(sparse))).toEqual(sparse);
  const some = someSparse(sparse, [7, 3, 7]);
  expect([...squaredLengths(some)]).toEqual([7, 3, 7].map(row => squaredLengths(sparse)[row]!));
  let all = 0;
  for (const value of sparse.values) all += value * value;
  expect(squaredLengths(sparse).reduce((sum, value) => sum + value, 0)).toBeCloseTo(all, 10);
});
