import fc from 'fast-check';
import { columnOf, entry, zeros, type Matrix } from '../../algebra/matrix';
import { seededRandom } from '../../algebra/random';
import { PLAIN_PREPARATION, rowsOf, type PreparationInput } from '../../preparation/prepared';
import { prepare } from '../../preparation/prepare';
import { tableOf } from '../../testTables';
import type { Table } from '../../table/table';
import { discriminate, labelled } from './discriminate';
import { groupsBy } from './groups';
import { groupMoments } from './moments';
import { bestShrinkage } from './shrinkage';
import type { DiscriminantSettings } from './settings';
import { heldOutAnew, heldOutAsPrepared, nearest, priorsOf, tell } from './tell';

const measures = (p: number) => Array.from({ length: p }, (_, j) => `x${j + 1}`);

/** Groups about means of their own, with measures on different scales and far from 0. */
function grouped(n: number, p: number, groups: number, seed: number, apart = 1, far = 0): Table {
  const { normal } = seededRandom(seed);
  const centres = Array.from({ length: groups }, () => Array.from({ length: p }, () => apart * normal()));
  const common = Array.from({ length: n }, normal);
  const columns = Array.from({ length: p }, (_, j) =>
    common.map((c, i) => far + (j + 1) * (centres[i % groups]![j]! + 0.6 * c + normal())),
  );
  const label = common.map((_, i) => `g${i % groups}`);
  return tableOf([...columns, label], [...measures(p), 'group']);
}

interface Asked extends Partial<Pick<DiscriminantSettings, 'keep' | 'shrinkage' | 'unknown'>> {
  readonly preparation?: Partial<PreparationInput>;
}

function found(table: Table, p: number, { keep, shrinkage, unknown, preparation }: Asked = {}) {
  const input: PreparationInput = {
    ...PLAIN_PREPARATION,
    measures: measures(p),
    weight: null,
    ...preparation,
  };
  const prepared = rowsOf(prepare(table, input));
  const groups = groupsBy(table, 'group', unknown ?? 'so named', prepared.rows);
  const of = labelled(prepared, [], groups);
  const asked = { label: 'group', keep: keep ?? 'all', shrinkage: shrinkage ?? 'where-singular' } as const;
  return { input, prepared, groups, of, asked, made: discriminate(of, groups, asked) };
}

/** Within and between squares by their definitions, from the prepared rows. */
function scatter({ of, groups }: ReturnType<typeof found>) {
  const { x, group, weights } = of.rows;
  const p = of.prepared.values.columns;
  const rows = Array.from(of.places, i =>
    Array.from({ length: p }, (_, j) => entry(of.prepared.values, i, j)),
  );
  expect(x.rows).toBe(rows.length);
  const weight = (i: number) => weights?.[i] ?? 1;
  const meanOf = (which: readonly number[]) => {
    const sum = which.reduce((total, i) => total + weight(i), 0);
    return Array.from({ length: p }, (_, j) =>
      which.reduce((total, i) => total + (weight(i) * rows[i]![j]!) / sum, 0),
    );
  };
  const all = [...rows.keys()];
  const grand = meanOf(all);
  const means = groups.levels.map((_, g) => meanOf(all.filter(i => group[i] === g)));
  const [within, between] = [zeros(p, p), zeros(p, p)];
  for (const i of all) {
    const mean = means[group[i]!]!;
    for (let a = 0; a < p; a++) {
      for (let b = 0; b < p; b++) {
        within.values[a * p + b]! += weight(i) * (rows[i]![a]! - mean[a]!) * (rows[i]![b]! - mean[b]!);
        between.values[a * p + b]! += weight(i) * (mean[a]! - grand[a]!) * (mean[b]! - grand[b]!);
      }
    }
  }
  const n = all.reduce((total, i) => total + weight(i), 0);
  return { rows, means, within, between, n, freedom: n - groups.levels.length };
}

const form = (u: Float64Array, matrix: Matrix, v: Float64Array): number =>
  u.reduce(
    (sum, a, i) => sum + a * v.reduce((inner, b, j) => inner + matrix.values[j * matrix.rows + i]! * b, 0),
    0,
  );

const times = (matrix: Matrix, v: Float64Array): number[] =>
  Array.from(v, (_, i) => v.reduce((sum, b, j) => sum + matrix.values[j * matrix.rows + i]! * b, 0));

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

test('on all axes a row is told as by normal groups of the covariance within them', () => {
  const asked = found(grouped(45, 3, 4, 6), 3);
  const { made } = asked;
  const { rows, means, within, freedom } = scatter(asked);
  // Inverse by Cramer's rule.
  const m = (a: number, b: number) => entry(within, a % 3, b % 3) / freedom;
  const cofactor = (a: number, b: number) =>
    m(a + 1, b + 1) * m(a + 2, b + 2) - m(a + 1, b + 2) * m(a + 2, b + 1);
  const determinant = m(0, 0) * cofactor(0, 0) + m(0, 1) * cofactor(0, 1) + m(0, 2) * cofactor(0, 2);
  const told = nearest(made.scores, made.centres, priorsOf(made.sizes, 'sizes'));
  rows.forEach((row, i) => {
    const densities = means.map((mean, g) => {
      const d = row.map((value, j) => value - mean[j]!);
      let square = 0;
      for (let a = 0; a < 3; a++)
        for (let b = 0; b < 3; b++) square += (d[a]! * d[b]! * cofactor(b, a)) / determinant;
      return made.sizes[g]! * Math.exp(-square / 2);
    });
    const sum = densities.reduce((total, value) => total + value, 0);
    const largest = Math.max(...densities);
    expect(told.as[i]).toBe(densities.indexOf(largest));
    expect(told.likely[i]).toBeCloseTo(largest / sum, 8);
  });
});

test('rows held out are told alike whether their part is left out of the sums or of the table', () => {
  const telling = { priors: 'sizes', folds: 7, seed: 3, keep: 'all' } as const;
  for (const [n, p, weight] of [
    [60, 4, null],
    [48, 3, 'count'],
  ] as const) {
    const base = grouped(n, p, 3, 21, 0.5);
    const entries = base.columns.map(column =>
      Array.from({ length: n }, (_, i) =>
        column.kind === 'number' ? column.values[i]! : column.levels[column.codes[i]!]!,
      ),
    );
    const table = tableOf(
      [...entries, entries[0]!.map((_, i) => 1 + (i % 4))],
      [...measures(p), 'group', 'count'],
    );
    const asked = found(table, p, { shrinkage: 'never', preparation: { weight, weighting: 'counts' } });
    const rest = { ...telling, shrinkage: 'never', preparation: asked.input } as const;
    const host = { progress: () => undefined };
    const anew = heldOutAnew(table, asked.of, asked.groups, asked.made, rest, host);
    const kept = heldOutAsPrepared(asked.of, asked.made.kept, rest, host);
    expect([...kept.as]).toEqual([...anew.as]);
    kept.square.forEach((square, i) => expect(square).toBeCloseTo(anew.square[i]!, 6));
    expect([...kept.as].filter((as, i) => as !== asked.made.group[i]).length).toBeGreaterThan(0);
  }
});

test('groups that noise alone makes are told no better than by chance where rows are held out', () => {
  const n = 200;
  const table = grouped(n, 60, 2, 17, 0);
  const asked = found(table, 60);
  const telling = { priors: 'equal', folds: 10, seed: 1, keep: 'all', shrinkage: 'never' } as const;
  const told = tell(table, asked.of, asked.groups, asked.made, { ...telling, preparation: asked.input });
  expect(told.apparent.right).toBeGreaterThan(0.6);
  expect(Math.abs(told.heldOut!.right - 0.5)).toBeLessThan(4 * Math.sqrt(0.25 / n));
});

test('how usual a placed row is, is told by rows held out: rows of the groups are so, others are not', () => {
  // More measures than rows: by the axes themselves every other row would be far out.
  const p = 60;
  const n = 90;
  const table = grouped(n, p, 3, 29, 0.6);
  const entries = table.columns.map(column =>
    Array.from({ length: n }, (_, i) =>
      column.kind === 'number' ? column.values[i]! : column.levels[column.codes[i]!]!,
    ),
  );
  const changed = entries.map((list, j) =>
    list.map((value, i) => {
      if (j === p) return i < 30 ? 'unknown' : value;
      return i === 0 ? 40 * Number(value) : value;
    }),
  );
  const whole = tableOf(changed, [...measures(p), 'group']);
  const asked = found(whole, p, { shrinkage: 'always' });
  const telling = { priors: 'sizes', folds: 10, seed: 1, keep: 'all', shrinkage: 'always' } as const;
  const { placed } = tell(whole, asked.of, asked.groups, asked.made, {
    ...telling,
    preparation: asked.input,
  });
  expect(placed.usual[0]).toBe(0);
  const others = [...placed.usual].slice(1);
  const mean = others.reduce((sum, share) => sum + share, 0) / others.length;
  // Were they as the rows held out are, it would be one half.
  expect(mean).toBeGreaterThan(0.25);
  expect(mean).toBeLessThan(0.75);
});

test('rows of no group, or of one that is not known, are placed as their entries have it', () => {
  const table = grouped(30, 3, 3, 9);
  const entries = table.columns.map(column =>
    Array.from({ length: 30 }, (_, i) =>
      column.kind === 'number' ? column.values[i]! : column.levels[column.codes[i]!]!,
    ),
  );
  const changed = entries.map((list, j) =>
    list.map((value, i) => (j === 3 && i === 4 ? 'Unknown' : j === 3 && i === 7 ? '' : value)),
  );
  const { made, prepared } = found(tableOf(changed, [...measures(3), 'group']), 3);
  expect([...made.placedRows]).toEqual([4, 7]);
  expect(made.rows).toHaveLength(28);
  expect(made.levels).toEqual(['g0', 'g1', 'g2']);
  for (const [i, row] of [...made.placedRows].entries()) {
    for (let d = 0; d < made.kept; d++) {
      let score = -made.origin[d]!;
      for (let j = 0; j < 3; j++) score += entry(prepared.values, row, j) * entry(made.coefficients, j, d);
      expect(entry(made.placedScores, i, d)).toBeCloseTo(score, 12);
    }
  }
});

test('what cannot be parted is refused in words', () => {
  const label = ['a', 'a', 'b', 'b'];
  const of = (columns: readonly (readonly (number | string)[])[], shrinkage?: Asked['shrinkage']) =>
    found(tableOf([...columns, label], [...measures(columns.length), 'group']), columns.length, {
      ...(shrinkage && { shrinkage }),
    });
  expect(() =>
    of([
      [1, 1, 2, 2],
      [3, 3, 5, 5],
    ]),
  ).toThrow(/do not vary within/);
  expect(() =>
    of([
      [1, 2, 1, 2],
      [3, 5, 3, 5],
    ]),
  ).toThrow(/means are the same/);
  const dependent = [
    [1, 2, 3, 5],
    [2, 4, 6, 10],
  ];
  expect(of(dependent).made.singular).toBe(true);
  expect(() => of(dependent, 'never')).toThrow(/no inverse/);
  const table = tableOf(
    [
      [1, 2, 3],
      [3, 1, 2],
      ['a', 'a', 'a'],
    ],
    [...measures(2), 'group'],
  );
  expect(() => found(table, 2)).toThrow(/only one level/);
});
