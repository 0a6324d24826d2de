import { entry, zeros, type Matrix } from '../../algebra/matrix';
import { seededRandom } from '../../algebra/random';
import { rightSingular } from '../../algebra/singular';
import type { PreparedRows } from '../../preparation/prepared';
import type { Problem } from '../../problem';
import { preparedOf } from '../../testTables';
import { keepComponents } from './keepComponents';
import { decompose } from './decompose';
import { distances, residualLimit } from './distances';
import { nipals } from './nipals';

describe('the limit of Q against simulated normal rows', () => {
  const simulated = (rest: readonly number[], level: number): number => {
    const { normal } = seededRandom(41);
    const rows = Float64Array.from({ length: 200_000 }, () =>
      rest.reduce((sum, variance) => sum + variance * normal() ** 2, 0),
    ).sort();
    return rows[Math.floor(level * rows.length)]!;
  };
  const h0 = (rest: readonly number[]) => {
    const theta = (k: number) => rest.reduce((sum, variance) => sum + variance ** k, 0);
    return 1 - (2 * theta(1) * theta(3)) / (3 * theta(2) ** 2);
  };
  // One large variance before many small ones: h0 falls below 0.
  const onZero = (() => {
    let [low, high] = [1, 5];
    for (let k = 0; k < 60; k++) {
      const middle = (low + high) / 2;
      if (h0([middle, ...Array<number>(20).fill(1)]) > 0) low = middle;
      else high = middle;
    }
    return low;
  })();
  test.each([
    ['below 0', [5, ...Array<number>(20).fill(1)], 0.95],
    ['below 0, level .99', [5, ...Array<number>(20).fill(1)], 0.99],
    ['just below 0', [onZero + 1e-7, ...Array<number>(20).fill(1)], 0.95],
    ['0', [onZero, ...Array<number>(20).fill(1)], 0.95],
    ['just above 0', [onZero - 1e-7, ...Array<number>(20).fill(1)], 0.95],
    ['above 0', [3, 2, 1, 0.5], 0.95],
    ['above 0, below the middle', [3, 2, 1, 0.5], 0.4],
  ])('h0 %s', (_, rest, level) => {
    const limit = residualLimit(Float64Array.from(rest), level)!;
    expect(Math.abs(limit / simulated(rest, level) - 1)).toBeLessThan(level > 0.98 ? 0.08 : 0.05);
  });
  test('5 and twenty of 1 give 44.1, and no jump where h0 passes 0', () => {
    expect(h0([5, ...Array<number>(20).fill(1)])).toBeLessThan(0);
    expect(residualLimit(Float64Array.of(5, ...Array<number>(20).fill(1)), 0.95)).toBeCloseTo(44.1, 1);
    const [a, b] = [-1e-6, 1e-6].map(step =>
      residualLimit(Float64Array.of(onZero + step, ...Array<number>(20).fill(1)), 0.95)!,
    );
    expect(a! / b!).toBeCloseTo(1, 5);
  });
});

describe('T² and Q of small tables', () => {
  const { normal } = seededRandom(9);
  const few = Array.from({ length: 3 }, () => Array.from({ length: 5 }, normal));
  test('no limit of T² lies beyond what so many rows can reach, and that is said', () => {
    const prepared = preparedOf(few);
    const found = distances(prepared, decompose(prepared), 3, 0.95);
    expect(found.t2Limit).toBeCloseTo(16 / 5, 12);
    expect(found.t2Reachable).toBe(false);
    for (const value of found.t2) expect(value).toBeLessThanOrEqual(16 / 5 + 1e-9);
    const many = preparedOf(few.map(() => Array.from({ length: 40 }, normal)));
    expect(distances(many, decompose(many), 2, 0.95).t2Reachable).toBe(true);
  });
  test('what is left of rows that are held wholly is 0, not rounding', () => {
    const prepared = preparedOf([...few, few[0]!.map((value, i) => value + few[1]![i]!)]);
    const decomposition = decompose(prepared);
    expect([...distances(prepared, decomposition, 3, 0.95).q]).toEqual([0, 0, 0, 0, 0]);
    const three = preparedOf(few.map(column => column.slice(0, 3)));
    expect([...distances(three, decompose(three), 2, 0.95).q]).toEqual([0, 0, 0]);
    expect(Math.max(...distances(prepared, decomposition, 2, 0.95).q)).toBeGreaterThan(0.01);
  });
});

describe('variances over many orders of magnitude', () => {
  const { normal } = seededRandom(3);
  /** Columns at right angles, of length 1 and mean 0: with sizes s, the eigenvalues are s² / (n − 1). */
  const orthogonal = (n: number, p: number): number[][] => {
    const columns: number[][] = [Array<number>(n).fill(1 / Math.sqrt(n))];
    while (columns.length <= p) {
      const x = Array.from({ length: n }, normal);
      for (let pass = 0; pass < 2; pass++) {
        for (const other of columns) {
          const along = x.reduce((sum, value, i) => sum + value * other[i]!, 0);
          x.forEach((_, i) => (x[i]! -= along * other[i]!));
        }
        const length = Math.sqrt(x.reduce((sum, value) => sum + value * value, 0));
        x.forEach((_, i) => (x[i]! /= length));
      }
      columns.push(x);
    }
    return columns.slice(1);
  };

  test.each([
    ['variances', 0.5],
    ['standard deviations', 1],
  ])('12 measures over 15 orders of magnitude of their %s give their 12 eigenvalues', (_, power) => {
    const n = 60;
    const sizes = Array.from({ length: 12 }, (__, j) => 10 ** ((power * 15 * j) / 11 - 5));
    const columns = orthogonal(n, 12).map((column, j) => column.map(value => sizes[j]! * value));
    const { eigenvalues } = decompose(preparedOf(columns, { scale: 'centre' }));
    const wanted = sizes.map(size => size ** 2 / (n - 1)).sort((a, b) => b - a);
    wanted.forEach((value, d) => expect(eigenvalues[d]! / value).toBeCloseTo(1, 6));
  });

  test('five dimensions are five, though their variances lie 10¹⁵ apart', () => {
    const columns = orthogonal(30, 5).map((column, j) => column.map(value => 10 ** (-2 * j) * value));
    const prepared = preparedOf(columns, { scale: 'centre' });
    const made = keepComponents(prepared, decompose(prepared), 5);
    expect([made.kept, made.note]).toEqual([5, null]);
  });

  test('columns equal but for a ten-millionth keep the small eigenvalue', () => {
    const [x, e] = orthogonal(50, 2) as [number[], number[]];
    const near = x.map((value, i) => value + 1e-7 * e[i]!);
    const { eigenvalues } = decompose(preparedOf([x, near], { scale: 'centre' }));
    // Of [[1, 1], [1, 1 + d²]], d = 1e-7: the eigenvalues sum to 2 + d² and multiply to d².
    const small = 1e-14 / (2 + 1e-14) / 49;
    expect(eigenvalues[1]! / small).toBeCloseTo(1, 6);
  });

  test('what depends on others has none, however the units lie', () => {
    const [a, b] = orthogonal(40, 2).map(column => column.map(value => 100 + value)) as [number[], number[]];
    const sum = a.map((value, i) => 1e-6 * (value + b[i]!));
    for (const scale of ['centre', 'unit-variance'] as const) {
      expect(decompose(preparedOf([a, b, sum], { scale })).eigenvalues[2]).toBe(0);
    }
  });

  test('the rows’ own decomposition is one: V orthonormal, X V at right angles, of the lengths stated', () => {
    const x: Matrix = zeros(20, 6);
    for (let i = 0; i < x.values.length; i++) x.values[i] = normal() * 10 ** (i % 7);
    const { rank, values, vectors } = rightSingular(x, new Float64Array(6).fill(1e-14));
    expect(rank).toBe(6);
    for (let d = 0; d < 6; d++) {
      for (let e = 0; e <= d; e++) {
        let [v, y] = [0, 0];
        for (let j = 0; j < 6; j++) v += entry(vectors, j, d) * entry(vectors, j, e);
        for (let i = 0; i < 20; i++) {
          let [one, two] = [0, 0];
          for (let j = 0; j < 6; j++) {
            one += entry(x, i, j) * entry(vectors, j, d);
            two += entry(x, i, j) * entry(vectors, j, e);
          }
          y += one * two;
        }
        expect(v).toBeCloseTo(d === e ? 1 : 0, 10);
        expect(y / (values[d]! * values[e]!)).toBeCloseTo(d === e ? 1 : 0, 6);
      }
    }
  });
});

describe('components one by one, with many gaps', () => {
  const gappy = (share: number, seed: number) => {
    const random = seededRandom(seed);
    const common = [0, 1].map(() => Array.from({ length: 60 }, random.normal));
    return Array.from({ length: 24 }, (_, j) =>
      common[0]!.map((c, i) =>
        random.uniform() < share ? '' : 3 * c + (j % 2) * 2 * common[1]![i]! + 0.7 * random.normal(),
      ),
    );
  };
  const decomposed = (prepared: PreparedRows) => {
    try {
      return decompose(prepared);
    } catch (thrown) {
      expect((thrown as Problem).message).toMatch(/% of the entries missing, component 1 .*Fill gaps/);
      return null;
    }
  };
  test('no variance is above that of all measures, none markedly above the one before, or it is refused', () => {
    let refused = 0;
    for (let seed = 1; seed <= 4; seed++) {
      for (const share of [0.1, 0.5, 0.7, 0.8]) {
        const prepared = preparedOf(gappy(share, seed), { missing: 'keep' });
        const found = decomposed(prepared);
        if (found === null) {
          refused++;
          continue;
        }
        let sum = 0;
        found.eigenvalues.forEach((value, d) => {
          sum += value;
          expect(value).toBeLessThanOrEqual(24);
          if (d > 0) expect(value).toBeLessThanOrEqual(found.eigenvalues[d - 1]!);
        });
        expect(sum).toBeLessThanOrEqual(24 * 1.1);
        if (found.cutShort === null) continue;
        refused++;
        expect(() => keepComponents(prepared, found, found.eigenvalues.length + 1)).toThrow(
          /% of the entries missing, component \d+ .*(Fill gaps)/,
        );
      }
    }
    expect(refused).toBeGreaterThan(0);
  });
  test('with few gaps nothing is refused, and the order is kept', () => {
    const prepared = preparedOf(gappy(0.03, 5), { missing: 'keep' });
    expect(decompose(prepared).cutShort).toBeNull();
    expect(keepComponents(prepared, decompose(prepared), 'above-average').kept).toBe(2);
  });
  test('a row with little to go by does not make a component larger than all there is', () => {
    // The last row has nothing but an entry of a column that hardly goes with the first component.
    const x = {
      ...zeros(4, 3),
      values: Float64Array.of(2, -2, 1, NaN, 2, -1.9, 0.9, NaN, 0.001, 0, -0.002, 50),
    };
    const { found, why } = nipals(x, 2, 3, 4);
    expect(found).toBe(0);
    expect(why).toMatch(/component 1 (comes out with more variance than all|did not settle in 5000)/);
  });
});
