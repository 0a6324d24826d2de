import fc from 'fast-check';
import { leadingVectors } from './leadingVectors';
import { crossProducts } from './crossProducts';
import { columnOf, entry, transpose, zeros, type Matrix } from './matrix';
import { seededRandom } from './random';
import { symmetricEigen } from './symmetricEigen';

const fromRows = (rows: readonly (readonly number[])[]): Matrix => {
  const matrix = zeros(rows.length, rows[0]!.length);
  rows.forEach((row, i) => row.forEach((value, j) => (matrix.values[j * rows.length + i] = value)));
  return matrix;
};
const randomMatrix = (n: number, p: number, seed: number): Matrix => {
  const { normal } = seededRandom(seed);
  return { rows: n, columns: p, values: Float64Array.from({ length: n * p }, normal) };
};
const times = (a: Matrix, b: Matrix): Matrix => {
  const result = zeros(a.rows, b.columns);
  for (let i = 0; i < a.rows; i++) {
    for (let j = 0; j < b.columns; j++) {
      let sum = 0;
      for (let k = 0; k < a.columns; k++) sum += entry(a, i, k) * entry(b, k, j);
      result.values[j * a.rows + i] = sum;
    }
  }
  return result;
};
const furthest = (a: Matrix, b: Matrix) =>
  a.values.reduce((most, value, index) => Math.max(most, Math.abs(value - b.values[index]!)), 0);
const identity = (p: number) =>
  fromRows(Array.from({ length: p }, (_, i) => Array.from({ length: p }, (_, j) => Number(i === j))));

describe('eigenvalues known in closed form', () => {
  test('a 2 × 2 matrix', () => {
    const { values, vectors } = symmetricEigen(fromRows([[2, 1], [1, 2]])); // prettier-ignore
    expect(values[0]).toBeCloseTo(3, 14);
    expect(values[1]).toBeCloseTo(1, 14);
    expect(Math.abs(entry(vectors, 0, 0))).toBeCloseTo(Math.SQRT1_2, 14);
  });

  test('the second-difference matrix: 2 − 2 cos(kπ / (p + 1))', () => {
    const p = 60;
    const rows = Array.from({ length: p }, (_, i) =>
      Array.from({ length: p }, (_, j) => (i === j ? 2 : Math.abs(i - j) === 1 ? -1 : 0)),
    );
    const { values } = symmetricEigen(fromRows(rows));
    for (let k = 0; k < p; k++)
      expect(values[k]).toBeCloseTo(2 - 2 * Math.cos(((p - k) * Math.PI) / (p + 1)), 13);
  });

  test('equal correlations: 1 + (p − 1)r once, 1 − r for the rest', () => {
    const p = 7;
    const rows = Array.from({ length: p }, (_, i) =>
      Array.from({ length: p }, (_, j) => (i === j ? 1 : 0.3)),
    );
    const { values } = symmetricEigen(fromRows(rows));
    expect(values[0]).toBeCloseTo(1 + 6 * 0.3, 13);
    for (let k = 1; k < p; k++) expect(values[k]).toBeCloseTo(0.7, 13);
  });

  test.each([0, 1, 2, 3, 5, 8])('a diagonal matrix of order %i', p => {
    const rows = Array.from({ length: p }, (_, i) =>
      Array.from({ length: p }, (_, j) => (i === j ? i - 2 : 0)),
    );
    const { values } = symmetricEigen(p === 0 ? zeros(0, 0) : fromRows(rows));
    expect([...values]).toEqual(Array.from({ length: p }, (_, i) => p - 3 - i));
  });
});

describe('identities', () => {
  test.each([2, 3, 10, 41, 130])('orthogonal vectors, reconstruction and trace at order %i', p => {
    const x = randomMatrix(p, p, p);
    const a = crossProducts(x);
    const { values, vectors } = symmetricEigen(a);
    expect(furthest(times(transpose(vectors), vectors), identity(p))).toBeLessThan(1e-12);
    const scaled = {
      ...vectors,
      values: vectors.values.map((v, index) => v * values[Math.floor(index / p)]!),
    };
    expect(furthest(times(scaled, transpose(vectors)), a)).toBeLessThan(1e-12 * values[0]! * Math.sqrt(p));
    const trace = Array.from({ length: p }, (_, i) => entry(a, i, i)).reduce((sum, v) => sum + v, 0);
    expect(values.reduce((sum, v) => sum + v, 0) / trace).toBeCloseTo(1, 12);
  });

  test('holds for matrices of any size of number', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 9 }),
        fc.integer(),
        fc.integer({ min: -150, max: 150 }),
        (p, seed, power) => {
          const unit = crossProducts(randomMatrix(p + 2, p, seed));
          const scale = 10 ** power;
          const a = { ...unit, values: unit.values.map(value => value * scale) };
          const { values, vectors } = symmetricEigen(a);
          for (let d = 0; d < p; d++) {
            const v: Matrix = { rows: p, columns: 1, values: columnOf(vectors, d) };
            const image = times(a, v);
            const wanted = { ...v, values: v.values.map(entry => entry * values[d]!) };
            expect(furthest(image, wanted)).toBeLessThanOrEqual(1e-13 * p * values[0]!);
          }
        },
      ),
      { numRuns: 100 },
    );
  });
});

test('a value that is not finite is refused', () => {
  expect(() => symmetricEigen(fromRows([[1, NaN], [NaN, 1]]))).toThrow(/not finite/); // prettier-ignore
});

test('cross-products equal the plain triple loop, at sizes around the tiles and blocks', () => {
  for (const [n, p] of [
    [1, 1],
    [3, 4],
    [7, 5],
    [511, 9],
    [512, 8],
    [1030, 13],
  ] as const) {
    // prettier-ignore
    const x = randomMatrix(n, p, n + p);
    expect(furthest(crossProducts(x), times(transpose(x), x))).toBeLessThan(1e-12 * n);
  }
});

test('leading vectors are those of the whole decomposition', () => {
  const { normal } = seededRandom(17);
  const x = { rows: 80, columns: 30, values: Float64Array.from({ length: 2400 }, normal) };
  for (let i = 0; i < 160; i++) x.values[i]! *= i < 80 ? 3 : 2;
  const products = crossProducts(x);
  const whole = symmetricEigen(products);
  const leading = leadingVectors(products, 2);
  for (let d = 0; d < 2; d++) {
    let cosine = 0;
    for (let i = 0; i < 30; i++) cosine += leading.values[d * 30 + i]! * whole.vectors.values[d * 30 + i]!;
    expect(Math.abs(cosine)).toBeCloseTo(1, 10);
  }
});
