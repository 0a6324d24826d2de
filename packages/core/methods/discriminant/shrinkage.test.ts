import { columnOf, entry, zeros } from '../../algebra/matrix';
import { groupMoments } from './moments';
import { bestShrinkage } from './shrinkage';
import { grouped, found, scatter, form, times } from './testGroups';

test('more measures than rows: the shrunk problem in all measures has these axes', () => {
  const p = 24;
  const asked = found(grouped(15, p, 3, 3), p);
  const { made, of } = asked;
  expect(made.singular).toBe(true);
  expect(made.shrunk).toBeGreaterThan(0);
  const { within, between, freedom } = scatter(asked);
  const trace = Array.from({ length: p }, (_, j) => entry(within, j, j)).reduce((sum, v) => sum + v, 0);
  const shrunk = zeros(p, p);
  for (let a = 0; a < p; a++) {
    for (let b = 0; b < p; b++) {
      shrunk.values[a * p + b] =
        ((1 - made.shrunk) * entry(within, a, b) + (a === b ? (made.shrunk * trace) / p : 0)) / freedom;
    }
  }
  for (let d = 0; d < made.kept; d++) {
    const v = columnOf(made.coefficients, d);
    for (let e = 0; e < made.kept; e++) {
      expect(form(v, shrunk, columnOf(made.coefficients, e))).toBeCloseTo(d === e ? 1 : 0, 7);
    }
    const left = times(between, v);
    const right = times(shrunk, v).map(value => made.eigenvalues[d]! * freedom * value);
    const size = Math.hypot(...right);
    left.forEach((value, j) => expect(Math.abs(value - right[j]!)).toBeLessThan(1e-7 * size));
  }
  expect(of.rows.back).not.toBeNull();
  expect(() => found(grouped(15, p, 3, 3), p, { shrinkage: 'never' })).toThrow(/no inverse/);
});

test('the best shrinkage is b² / d² of Ledoit and Wolf by its definition, in all measures and in the rows’ space', () => {
  for (const [n, p] of [
    [40, 4],
    [14, 20],
  ] as const) {
    const asked = found(grouped(n, p, 2, 11), p);
    const { within, rows, means } = scatter(asked);
    const { group } = asked.of.rows;
    const s = (a: number, b: number) => entry(within, a, b) / n;
    let mean = 0;
    for (let j = 0; j < p; j++) mean += s(j, j) / p;
    let apart = 0;
    let noise = 0;
    for (let a = 0; a < p; a++) {
      for (let b = 0; b < p; b++) apart += (s(a, b) - (a === b ? mean : 0)) ** 2;
    }
    rows.forEach((row, i) => {
      const d = row.map((value, j) => value - means[group[i]!]![j]!);
      for (let a = 0; a < p; a++) for (let b = 0; b < p; b++) noise += (d[a]! * d[b]! - s(a, b)) ** 2;
    });
    const expected = Math.min(noise / n ** 2, apart) / apart;
    expect(bestShrinkage(asked.of.rows, groupMoments(asked.of.rows), null)).toBeCloseTo(expected, 9);
  }
});
