import fc from 'fast-check';
import { columnOf, entry, transpose, zeros, type Matrix } from '../algebra/matrix';
import { crossed, identity, product } from '../algebra/product';
import { seededRandom } from '../algebra/random';
import { promax, scoreTransformation } from './promax';
import { nearestRotation } from './orthogonal';
import { varimax, varimaxCriterion } from './varimax';

const random = (p: number, k: number, seed: number): Matrix => {
  const { normal } = seededRandom(seed);
  return { rows: p, columns: k, values: Float64Array.from({ length: p * k }, normal) };
};
const close = (a: Matrix, b: Matrix, digits = 7) =>
  a.values.forEach((value, index) => expect(value).toBeCloseTo(b.values[index]!, digits));

/** Columns 1–4 on the first dimension, 5–7 on the second, 8–9 on the third. */
const simple = (): Matrix => {
  const result = zeros(9, 3);
  [0.8, 0.7, -0.6, 0.9, 0.5, 0.75, 0.65, 0.7, -0.8].forEach((loading, j) => {
    result.values[(j < 4 ? 0 : j < 7 ? 1 : 2) * 9 + j] = loading;
  });
  return result;
};

/** Columns of `a` that are those of `b` but for their order and signs. */
function expectSameColumns(a: Matrix, b: Matrix, tolerance: number): void {
  for (let d = 0; d < a.columns; d++) {
    const distances = Array.from({ length: b.columns }, (_, other) =>
      Math.min(
        ...[1, -1].map(sign =>
          Math.max(...columnOf(a, d).map((value, j) => Math.abs(value - sign * entry(b, j, other)))),
        ),
      ),
    );
    expect(Math.min(...distances)).toBeLessThan(tolerance);
  }
}

describe('varimax', () => {
  test('finds a simple structure back from any rotation of it', () => {
    for (let seed = 1; seed <= 5; seed++) {
      const turned = product(simple(), nearestRotation(random(3, 3, seed)));
      const { loadings, converged } = varimax(turned);
      expect(converged).toBe(true);
      expectSameColumns(loadings, simple(), 1e-6);
    }
  });

  test('a rotation: orthogonal, communalities kept, never a worse criterion, no better one in any plane', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 12 }),
        fc.integer({ min: 1, max: 4 }),
        fc.nat(1000),
        (p, k, seed) => {
          const a = random(p, k, seed + 1);
          const { loadings, rotation } = varimax(a);
          close(crossed(rotation, rotation), identity(k));
          close(product(a, rotation), loadings);
          const lengths = (m: Matrix) =>
            Array.from({ length: p }, (_, j) => crossed(transpose(m), transpose(m)).values[j * p + j]!);
          lengths(loadings).forEach((value, j) => expect(value).toBeCloseTo(lengths(a)[j]!, 9));
          const normed = (m: Matrix): Matrix => ({
            ...m,
            values: m.values.map((value, index) => value / Math.sqrt(lengths(a)[index % p]!)),
          });
          const reached = varimaxCriterion(normed(loadings));
          expect(reached).toBeLessThanOrEqual(varimaxCriterion(normed(a)) + 1e-9);
          for (let i = 0; i < k; i++) {
            for (let j = 0; j < i; j++) {
              const small = identity(k);
              small.values[i * k + i] = small.values[j * k + j] = Math.cos(1e-3);
              small.values[j * k + i] = Math.sin(1e-3);
              small.values[i * k + j] = -Math.sin(1e-3);
              expect(varimaxCriterion(normed(product(loadings, small)))).toBeGreaterThan(reached - 1e-9);
            }
          }
        },
      ),
      { numRuns: 30 },
    );
  });

  test('one dimension stays as it is', () => {
    const a = random(5, 1, 3);
    expect(varimax(a).loadings).toEqual(a);
  });
});

describe('promax', () => {
  const a = random(12, 3, 5);
  const made = promax(varimax(a), 4);

  test('pattern, structure and correlations belong together', () => {
    close(made.structure, product(made.pattern, made.correlations));
    close(made.pattern, product(a, made.transformation));
    for (let d = 0; d < 3; d++) expect(entry(made.correlations, d, d)).toBe(1);
    // What the dimensions give of the columns' correlations does not change.
    close(
      product(product(made.pattern, made.correlations), transpose(made.pattern)),
      product(a, transpose(a)),
    );
  });

  test('scores by its transformation have the correlations of the dimensions', () => {
    const turning = scoreTransformation(made);
    close(crossed(turning, turning), made.correlations);
    close(product(turning, transpose(made.transformation)), identity(3));
  });

  test('a simple structure of uncorrelated dimensions is left as it is', () => {
    const { pattern, correlations } = promax(varimax(simple()), 4);
    close(correlations, identity(3), 6);
    expectSameColumns(pattern, simple(), 1e-5);
  });

  test('correlated clusters come out as correlated dimensions', () => {
    // Columns that measure one of two dimensions, which correlate .5: the loadings on two uncorrelated ones.
    const phi = 0.5;
    const loadings = zeros(8, 2);
    [0.8, 0.7, 0.75, 0.6, 0.8, 0.7, 0.65, 0.75].forEach((size, j) => {
      loadings.values[j] = j < 4 ? size : size * phi;
      loadings.values[8 + j] = j < 4 ? 0 : size * Math.sqrt(1 - phi * phi);
    });
    const { correlations, pattern } = promax(varimax(loadings), 4);
    expect(Math.abs(entry(correlations, 0, 1))).toBeGreaterThan(0.35);
    expect(Math.abs(entry(correlations, 0, 1))).toBeLessThan(0.55);
    for (let j = 0; j < 8; j++) {
      const sizes = [0, 1].map(d => Math.abs(entry(pattern, j, d))).sort((x, y) => x - y);
      expect(sizes[0]).toBeLessThan(0.1);
    }
  });

  test('dimensions that fall together are named', () => {
    const same = zeros(4, 2);
    same.values.fill(0.5);
    expect(() => promax({ ...varimax(same), loadings: same, rotation: identity(2) }, 4)).toThrow(
      /fall together/,
    );
  });
});
