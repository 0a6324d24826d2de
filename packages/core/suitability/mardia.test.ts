import { invertDefinite } from '../algebra/cholesky';
import { crossProducts } from '../algebra/crossProducts';
import { entry, zeros, type Matrix } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import { mardia } from './mardia';

const { normal } = seededRandom(21);

/** Centred columns, skewed where `bend` says so. */
function made(n: number, p: number, bend: (value: number) => number = value => value): Matrix {
  const matrix = zeros(n, p);
  for (let j = 0; j < p; j++) {
    const column = matrix.values.subarray(j * n, (j + 1) * n);
    for (let i = 0; i < n; i++) column[i] = bend(normal()) + (j > 0 ? 0.4 * entry(matrix, i, j - 1) : 0);
    const mean = column.reduce((sum, value) => sum + value, 0) / n;
    for (let i = 0; i < n; i++) column[i]! -= mean;
  }
  return matrix;
}

/** As the paper writes it: over all pairs of rows, with the inverse of the covariances. */
function asWritten(values: Matrix): { skewness: number; kurtosis: number } {
  const { rows: n, columns: p } = values;
  const covariances = crossProducts(values);
  const { inverse } = invertDefinite({ ...covariances, values: covariances.values.map(sum => sum / n) })!;
  const g = (i: number, j: number) => {
    let sum = 0;
    for (let a = 0; a < p; a++) {
      for (let b = 0; b < p; b++) sum += entry(values, i, a) * entry(inverse, a, b) * entry(values, j, b);
    }
    return sum;
  };
  let skewness = 0;
  let kurtosis = 0;
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) skewness += g(i, j) ** 3 / (n * n);
    kurtosis += g(i, i) ** 2 / n;
  }
  return { skewness, kurtosis };
}

// Few measures of many rows go by triples, the others by pairs of rows.
test.each([
  [40, 2],
  [60, 5],
  [30, 12],
  [25, 20],
])('%d rows of %d measures: the figures of the paper', (n, p) => {
  for (const bend of [undefined, Math.exp]) {
    const values = made(n, p, bend);
    const found = mardia(values)!;
    const expected = asWritten(values);
    expect(found.skewness! / expected.skewness).toBeCloseTo(1, 8);
    expect(found.kurtosis / expected.kurtosis).toBeCloseTo(1, 8);
  }
});

test('kurtosis of one measure is its fourth moment, skewness the square of its third', () => {
  const values = Float64Array.of(-2, -1, 0, 0, 3);
  const n = values.length;
  const moment = (power: number) => values.reduce((sum, value) => sum + value ** power, 0) / n;
  const found = mardia({ rows: n, columns: 1, values })!;
  expect(found.kurtosis).toBeCloseTo(moment(4) / moment(2) ** 2, 12);
  expect(found.skewness).toBeCloseTo(moment(3) ** 2 / moment(2) ** 3, 12);
});

test('normal rows pass both tests, about as often as they should', () => {
  const found = Array.from({ length: 60 }, () => mardia(made(400, 3))!);
  expect(found.filter(({ skewnessP }) => skewnessP! < 0.05).length).toBeLessThan(9);
  expect(found.filter(({ kurtosisP }) => kurtosisP < 0.05).length).toBeLessThan(9);
});

test('none where the covariances are singular', () => {
  const values = made(30, 3);
  values.values.copyWithin(60, 0, 30);
  expect(mardia(values)).toBeNull();
});

test('where its terms are too many the skewness is left out, not the kurtosis', () => {
  const found = mardia(made(9000, 70))!;
  expect(found.skewness).toBeNull();
  expect(found.skewnessP).toBeNull();
  expect(found.kurtosis / (70 * 72)).toBeCloseTo(1, 1);
});
