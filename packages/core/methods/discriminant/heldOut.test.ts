import { entry } from '../../algebra/matrix';
import { tableOf } from '../../testTables';
import { heldOutAnew, heldOutAsPrepared, nearest, priorsOf, tell } from './tell';
import { measures, grouped, found, scatter } from './testGroups';

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
