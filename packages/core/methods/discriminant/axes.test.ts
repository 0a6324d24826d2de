import fc from 'fast-check';
import { columnOf, entry } from '../../algebra/matrix';
import { tableOf } from '../../testTables';
import type { Table } from '../../table/table';
import { tell } from './tell';
import { measures, grouped, found, scatter, form, times } from './testGroups';

test('axes solve Bv = λWv, with the covariance within the groups the identity', () => {
  fc.assert(
    fc.property(
      fc.record({
        seed: fc.integer({ min: 1, max: 1e6 }),
        groups: fc.integer({ min: 2, max: 6 }),
        p: fc.integer({ min: 2, max: 5 }),
        far: fc.constantFrom(0, 1e5),
      }),
      ({ seed, groups, p, far }) => {
        const asked = found(grouped(40, p, groups, seed, 1, far), p);
        const { made } = asked;
        const { within, between, freedom } = scatter(asked);
        expect(made.kept).toBe(Math.min(groups - 1, p));
        expect(made.shrunk).toBe(0);
        for (let d = 0; d < made.kept; d++) {
          const v = columnOf(made.coefficients, d);
          for (let e = 0; e < made.kept; e++) {
            const other = columnOf(made.coefficients, e);
            expect(form(v, within, other) / freedom).toBeCloseTo(d === e ? 1 : 0, 8);
          }
          const left = times(between, v);
          const right = times(within, v).map(value => made.eigenvalues[d]! * value);
          const size = Math.hypot(...right);
          left.forEach((value, j) => expect(Math.abs(value - right[j]!)).toBeLessThan(1e-8 * size));
        }
        const total = made.shares.reduce((sum, share) => sum + share, 0);
        expect(total).toBeCloseTo(1, 12);
      },
    ),
    { numRuns: 40 },
  );
});

test('with two groups the axis is W⁻¹ of the difference, and λ follows from their squared distance', () => {
  const asked = found(grouped(31, 3, 2, 5), 3);
  const { within, means, freedom, n } = scatter(asked);
  const v = columnOf(asked.made.coefficients, 0);
  const difference = Float64Array.from(means[0]!, (mean, j) => mean - means[1]![j]!);
  const image = times(within, v).map(value => value / freedom);
  const ratio = image[0]! / difference[0]!;
  image.forEach((value, j) => expect(value / difference[j]!).toBeCloseTo(ratio, 9));
  // v = W⁻¹ difference / D, so that D² is the square of what it is over the difference.
  const square = ratio ** -2;
  const [one, two] = asked.made.sizes;
  expect(asked.made.eigenvalues[0]).toBeCloseTo(((one! * two!) / (n * (n - 2))) * square, 9);
});

test('structure, coefficients and centres are what they say', () => {
  const asked = found(grouped(60, 4, 3, 8), 4);
  const { made, of } = asked;
  const { rows, means, within, freedom } = scatter(asked);
  const { group } = of.rows;
  for (let d = 0; d < made.kept; d++) {
    const score = columnOf(made.scores, d);
    const centre = asked.groups.levels.map((_, g) => {
      const own = [...score].filter((_s, i) => group[i] === g);
      return own.reduce((sum, value) => sum + value, 0) / own.length;
    });
    centre.forEach((value, g) => expect(entry(made.centres, g, d)).toBeCloseTo(value, 10));
    expect([...score].reduce((sum, value) => sum + value, 0)).toBeCloseTo(0, 8);
    for (let j = 0; j < 4; j++) {
      const correlation = (a: number[], b: number[]) => {
        const [ma, mb] = [a, b].map(list => list.reduce((sum, v) => sum + v, 0) / list.length);
        const product = a.reduce((sum, v, i) => sum + (v - ma!) * (b[i]! - mb!), 0);
        const length = (list: number[], m: number) => Math.hypot(...list.map(v => v - m));
        return product / length(a, ma!) / length(b, mb!);
      };
      const column = rows.map(row => row[j]!);
      expect(entry(made.correlations, j, d)).toBeCloseTo(correlation(column, [...score]), 9);
      const inside = column.map((value, i) => value - means[group[i]!]![j]!);
      const rest = [...score].map((value, i) => value - centre[group[i]!]!);
      expect(entry(made.structure, j, d)).toBeCloseTo(correlation(inside, rest), 9);
      const sd = Math.sqrt(entry(within, j, j) / freedom);
      expect(entry(made.standardised, j, d)).toBeCloseTo(entry(made.coefficients, j, d) * sd, 10);
    }
  }
});

test('Wilks’ lambda is the ratio of determinants, and its test is fair where groups are alike', () => {
  const asked = found(grouped(50, 3, 4, 2), 3);
  const { within, between } = scatter(asked);
  const determinant = (m: (a: number, b: number) => number) =>
    m(0, 0) * (m(1, 1) * m(2, 2) - m(1, 2) * m(2, 1)) -
    m(0, 1) * (m(1, 0) * m(2, 2) - m(1, 2) * m(2, 0)) +
    m(0, 2) * (m(1, 0) * m(2, 1) - m(1, 1) * m(2, 0));
  const w = (a: number, b: number) => entry(within, a, b);
  const t = (a: number, b: number) => w(a, b) + entry(between, a, b);
  expect(asked.made.tests![0]!.lambda).toBeCloseTo(determinant(w) / determinant(t), 10);
  const ps = Array.from({ length: 300 }, (_, k) => found(grouped(60, 3, 3, 1000 + k, 0), 3).made.tests![0]!);
  const below = ps.filter(({ p }) => p < 0.5).length / ps.length;
  // Four standard errors of a share of one half.
  expect(Math.abs(below - 0.5)).toBeLessThan(4 * Math.sqrt(0.25 / 300));
});

test('counts equal repeated rows', () => {
  const table = grouped(24, 3, 3, 4);
  const counts = Array.from({ length: 24 }, (_, i) => 1 + ((i * 7) % 3));
  const entries = table.columns.map(column =>
    Array.from({ length: 24 }, (_, i) =>
      column.kind === 'number' ? column.values[i]! : column.levels[column.codes[i]!]!,
    ),
  );
  const names = [...measures(3), 'group', 'count'];
  const counted = tableOf([...entries, counts], names);
  const repeated = tableOf(
    [...entries, counts].map(list => list.flatMap((value, i) => Array<typeof value>(counts[i]!).fill(value))),
    names,
  );
  const one = found(counted, 3, {
    shrinkage: 'always',
    preparation: { weight: 'count', weighting: 'counts' },
  });
  const two = found(repeated, 3, { shrinkage: 'always' });
  const close = (a: Float64Array, b: Float64Array) =>
    a.forEach((value, i) => expect(value).toBeCloseTo(b[i]!, 9));
  close(one.made.eigenvalues, two.made.eigenvalues);
  expect(one.made.shrunk).toBeCloseTo(two.made.shrunk, 10);
  close(one.made.coefficients.values, two.made.coefficients.values);
  close(one.made.structure.values, two.made.structure.values);
  close(one.made.correlations.values, two.made.correlations.values);
  close(one.made.centres.values, two.made.centres.values);
  const telling = { priors: 'sizes', folds: 5, seed: 1, keep: 'all', shrinkage: 'always' } as const;
  const told = ([table, { of, groups, made, input }]: [Table, typeof one]) =>
    tell(table, of, groups, made, { ...telling, preparation: input });
  const [a, b] = [told([counted, one]), told([repeated, two])];
  expect(a.apparent.right).toBeCloseTo(b.apparent.right, 12);
  a.apparent.table.counts.forEach((line, g) => close(line, b.apparent.table.counts[g]!));
  expect(a.chance).toBeCloseTo(b.chance, 12);
});
