import fc from 'fast-check';
import { bivariateNormal, normalShare } from '../algebra/bivariateNormal';
import { seededRandom } from '../algebra/random';
import { entry } from '../algebra/matrix';
import { PLAIN_PREPARATION } from '../preparation/prepared';
import { prepare } from '../preparation/prepare';
import { tableOf } from '../testTables';
import { correlationMatrix } from './correlationMatrix';
import { suitability } from './suitability';

const preparedOf = (columns: readonly (readonly number[])[]) => {
  const table = tableOf(columns);
  return prepare(table, {
    ...PLAIN_PREPARATION,
    measures: table.columns.map(({ name }) => name),
    weight: null,
  });
};
/** The columns of a table of counts, row by row of the table. */
const fromCounts = (counts: readonly (readonly number[])[]) => {
  const x: number[] = [];
  const y: number[] = [];
  counts.forEach((row, a) =>
    row.forEach((count, b) => {
      for (let k = 0; k < count; k++) {
        x.push(a);
        y.push(b);
      }
    }),
  );
  return [x, y];
};
const between = (counts: readonly (readonly number[])[]) =>
  entry(correlationMatrix(preparedOf(fromCounts(counts)), 'polychoric'), 0, 1);

describe('the bivariate normal', () => {
  test('at the origin it is 1/4 + asin r / 2π, for every size of r', () => {
    for (const r of [-0.999, -0.95, -0.8, -0.5, -0.1, 0, 0.2, 0.6, 0.77, 0.93, 0.995, 0.9999]) {
      expect(bivariateNormal(0, 0, r)).toBeCloseTo(0.25 + Math.asin(r) / (2 * Math.PI), 12);
    }
  });

  test('its margins, its symmetry and its complement', () => {
    const number = fc.double({ min: -4, max: 4, noNaN: true });
    fc.assert(
      fc.property(number, number, fc.double({ min: -0.999, max: 0.999, noNaN: true }), (h, k, r) => {
        const both = bivariateNormal(h, k, r);
        expect(bivariateNormal(k, h, r)).toBeCloseTo(both, 12);
        // P(X ≤ h) = P(X ≤ h, Y ≤ k) + P(X ≤ h, −Y ≤ −k).
        expect(both + bivariateNormal(h, -k, -r)).toBeCloseTo(normalShare(h), 7);
        expect(bivariateNormal(h, Infinity, r)).toBe(normalShare(h));
        expect(bivariateNormal(-Infinity, k, r)).toBe(0);
      }),
    );
  });

  test('without correlation it is the product', () => {
    expect(bivariateNormal(0.7, -1.2, 0)).toBeCloseTo(normalShare(0.7) * normalShare(-1.2), 14);
  });
});

describe('polychoric correlations', () => {
  test('two equal halves: sin of the surplus of agreement (Sheppard 1898)', () => {
    // P(both below) = 1/4 + asin r / 2π, so that 40 of 100 on each of the agreeing cells give r = sin 0.3π.
    expect(between([[40, 10], [10, 40]])).toBeCloseTo(Math.sin(0.3 * Math.PI), 6); // prettier-ignore
    expect(between([[25, 25], [25, 25]])).toBeCloseTo(0, 7); // prettier-ignore
    expect(between([[10, 40], [40, 10]])).toBeCloseTo(-Math.sin(0.3 * Math.PI), 6); // prettier-ignore
  });

  test('finds the correlation that normal numbers had before they were cut', () => {
    const { normal } = seededRandom(14);
    for (const r of [-0.7, 0.3, 0.85]) {
      const rows = Array.from({ length: 6000 }, () => {
        const x = normal();
        return [x, r * x + Math.sqrt(1 - r * r) * normal()];
      });
      const cut = (value: number, at: readonly number[]) => at.filter(threshold => value > threshold).length;
      const prepared = preparedOf([
        rows.map(([x]) => cut(x!, [-1, 0.2, 1.5])),
        rows.map(([, y]) => cut(y!, [-0.3, 0.9])),
      ]);
      expect(Math.abs(entry(correlationMatrix(prepared, 'polychoric'), 0, 1) - r)).toBeLessThan(0.04);
      // Cutting makes Pearson's smaller.
      expect(Math.abs(entry(correlationMatrix(prepared, 'pearson'), 0, 1))).toBeLessThan(Math.abs(r) - 0.02);
    }
  });

  test('order of categories, not their numbers, counts', () => {
    const [x, y] = fromCounts([[12, 5, 2], [4, 10, 6], [1, 7, 15]]); // prettier-ignore
    const plain = correlationMatrix(preparedOf([x!, y!]), 'polychoric');
    const bent = correlationMatrix(
      preparedOf([x!.map(Math.exp), y!.map(value => value * value)]),
      'polychoric',
    );
    expect(entry(bent, 0, 1)).toBeCloseTo(entry(plain, 0, 1), 12);
    const turned = correlationMatrix(preparedOf([x!.map(value => -value), y!]), 'polychoric');
    expect(entry(turned, 0, 1)).toBeCloseTo(-entry(plain, 0, 1), 6);
  });

  test('perfect agreement goes to the edge, and suitability says what follows', () => {
    const x = [1, 2, 3, 1, 2, 3, 1, 2, 3, 2];
    const prepared = preparedOf([x, x, [3, 1, 2, 2, 3, 1, 1, 3, 2, 2]]);
    const found = suitability(prepared, 'polychoric');
    expect(entry(found.correlations, 0, 1)).toBeGreaterThan(0.999);
    expect(found.kind).toBe('polychoric');
  });

  test('a measure that is no set of categories is named', () => {
    const x = Array.from({ length: 40 }, (_, i) => i);
    expect(() => correlationMatrix(preparedOf([x, x.map(i => i % 3)]), 'polychoric')).toThrow(
      /40 distinct values/,
    );
  });
});
