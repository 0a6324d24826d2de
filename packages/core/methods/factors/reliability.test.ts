import { zeros } from '../../algebra/matrix';
import { seededRandom } from '../../algebra/random';
import { withDiagonal } from './reduced';
import { reliability } from './reliability';
import { symmetric } from './testCorrelations';

describe('reliability', () => {
  test('of items alike, α and ω are Spearman and Brown’s', () => {
    for (const k of [3, 4, 7]) {
      const alike = withDiagonal(
        { rows: k, columns: k, values: new Float64Array(k * k).fill(0.3) },
        new Array<number>(k).fill(1),
      );
      const { alpha, omega, items } = reliability(alike, [...Array(k).keys()], new Array<number>(k).fill(1));
      const of = (m: number) => (m * 0.3) / (1 + (m - 1) * 0.3);
      expect(alpha).toBeCloseTo(of(k), 12);
      expect(omega).toBeCloseTo(of(k), 7);
      for (const { alphaWithout, rest } of items) {
        expect(alphaWithout).toBeCloseTo(of(k - 1), 12);
        // Of one with the sum of k − 1 others.
        expect(rest).toBeCloseTo(((k - 1) * 0.3) / Math.sqrt(k - 1 + (k - 1) * (k - 2) * 0.3), 12);
      }
    }
  });

  test('α is that of the sums themselves, over rows, with reversed items turned', () => {
    const { normal } = seededRandom(12);
    const n = 60;
    const items = zeros(n, 4);
    for (let i = 0; i < n; i++) {
      const f = normal();
      for (let j = 0; j < 4; j++) items.values[j * n + i] = (j === 2 ? -1 : 1) * f + (1 + j) * normal();
    }
    const variance = (x: ArrayLike<number>) => {
      const list = Array.from(x);
      const mean = list.reduce((sum, value) => sum + value, 0) / list.length;
      return list.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (list.length - 1);
    };
    const column = (j: number) => items.values.subarray(j * n, (j + 1) * n);
    const covariances = zeros(4, 4);
    for (let a = 0; a < 4; a++) {
      for (let b = 0; b < 4; b++) {
        const both = [...column(a)].map((value, i) => value + column(b)[i]!);
        covariances.values[b * 4 + a] = (variance(both) - variance(column(a)) - variance(column(b))) / 2;
      }
    }
    const signs = [1, 1, -1, 1];
    const total = Array.from({ length: n }, (_, i) =>
      signs.reduce((sum, sign, j) => sum + sign * column(j)[i]!, 0),
    );
    const apart = [0, 1, 2, 3].reduce((sum, j) => sum + variance(column(j)), 0);
    const found = reliability(covariances, [0, 1, 2, 3], signs);
    expect(found.alpha).toBeCloseTo((4 / 3) * (1 - apart / variance(total)), 10);
    expect(found.items.map(({ turned }) => turned)).toEqual([false, false, true, false]);
  });

  test('ω of items that one factor makes is the share of their sum that it makes', () => {
    const lambda = [0.9, 0.7, 0.5, 0.3, -0.6];
    const exact = zeros(5, 5);
    const sds = [1, 2, 3, 1, 2];
    lambda.forEach((x, i) =>
      lambda.forEach((y, j) => (exact.values[j * 5 + i] = sds[i]! * sds[j]! * (i === j ? 1 : x * y))),
    );
    const { omega } = reliability(exact, [0, 1, 2, 3, 4], [1, 1, 1, 1, -1]);
    const common = lambda.reduce((sum, x, i) => sum + Math.abs(x) * sds[i]!, 0) ** 2;
    const own = lambda.reduce((sum, x, i) => sum + (1 - x * x) * sds[i]! ** 2, 0);
    expect(omega).toBeCloseTo(common / (common + own), 6);
  });

  test('of one or two items what cannot be had is not told', () => {
    const r = symmetric([1], [0.5, 1], [0.4, 0.3, 1]);
    expect(reliability(r, [1], [1])).toMatchObject({ alpha: NaN, omega: NaN });
    const two = reliability(r, [0, 1], [1, 1]);
    expect(two.alpha).toBeCloseTo(1 / 1.5, 12);
    expect([two.omega, two.items[0]!.alphaWithout]).toEqual([NaN, NaN]);
  });
});
