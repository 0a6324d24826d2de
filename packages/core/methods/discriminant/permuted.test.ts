import { seededRandom, partSeed } from '../../algebra/random';
import { shuffled } from '../../algebra/shuffled';
import { symmetricEigen } from '../../algebra/symmetricEigen';
import { zeros } from '../../algebra/matrix';
import { toEnd } from '../../stages/course';
import { tableOf } from '../../testTables';
import type { Table } from '../../table/table';
import { permutedSteps, type Permuted } from './permuted';
import { found, grouped, measures, type Asked } from './testGroups';

const SEED = 3;

async function permuted(table: Table, p: number, times: number, asked: Asked = {}): Promise<Permuted> {
  const { of, prepared, made } = found(table, p, asked);
  const steps = permutedSteps(of.rows, prepared.counts, made.shrunk, times, SEED);
  return steps.show(await toEnd(steps, () => undefined));
}

/** ln |(1 − s) W + s μ n I + B| − ln |(1 − s) W + s μ n I| by its definition, sums over rows with given labels. */
function logWilks(
  x: readonly (readonly number[])[],
  weights: readonly number[],
  labels: readonly number[],
  s: number,
  towards: number,
): number {
  const p = x[0]!.length;
  const groups = [...new Set(labels)];
  const mean = (which: readonly number[], j: number) =>
    which.reduce((sum, i) => sum + weights[i]! * x[i]![j]!, 0) /
    which.reduce((sum, i) => sum + weights[i]!, 0);
  const all = [...x.keys()];
  const [within, together] = [zeros(p, p), zeros(p, p)];
  const grand = measures(p).map((_, j) => mean(all, j));
  for (const g of groups) {
    const which = all.filter(i => labels[i] === g);
    const own = measures(p).map((_, j) => mean(which, j));
    for (const i of which) {
      for (let a = 0; a < p; a++) {
        for (let b = 0; b < p; b++) {
          const off = (x[i]![a]! - own[a]!) * (x[i]![b]! - own[b]!);
          within.values[a * p + b]! += (1 - s) * weights[i]! * off;
          together.values[a * p + b]! +=
            weights[i]! * ((1 - s) * off + (own[a]! - grand[a]!) * (own[b]! - grand[b]!));
        }
      }
    }
  }
  for (let j = 0; j < p; j++) {
    within.values[j * p + j]! += towards;
    together.values[j * p + j]! += towards;
  }
  const log = (matrix: typeof within) =>
    symmetricEigen(matrix).values.reduce((sum, value) => sum + Math.log(value), 0);
  return log(together) - log(within);
}

function bruteForce(table: Table, p: number, times: number, asked: Asked = {}): number {
  const { of, made, groups } = found(table, p, asked);
  const { x, weights } = of.rows;
  const rows = Array.from({ length: x.rows }, (_, i) =>
    measures(p).map((__, j) => x.values[j * x.rows + i]!),
  );
  const w = rows.map((_, i) => weights?.[i] ?? 1);
  const labels = Array.from(of.places, i => groups.group[i]!);
  // μ as it is found from the labels as they stand.
  let trace = 0;
  for (const g of new Set(labels)) {
    const which = [...labels.keys()].filter(i => labels[i] === g);
    const size = which.reduce((sum, i) => sum + w[i]!, 0);
    for (let j = 0; j < p; j++) {
      const mean = which.reduce((sum, i) => sum + w[i]! * rows[i]![j]!, 0) / size;
      for (const i of which) trace += w[i]! * (rows[i]![j]! - mean) ** 2;
    }
  }
  const towards = (made.shrunk * trace) / p;
  const own = logWilks(rows, w, labels, made.shrunk, towards);
  expect(own).toBeCloseTo(
    made.eigenvalues.reduce((sum, value) => sum + Math.log1p(value), 0),
    8,
  );
  let reached = 1;
  for (let b = 0; b < times; b++) {
    const mixed = Array.from(shuffled(labels.length, partSeed(SEED, b)), i => labels[i]!);
    if (logWilks(rows, w, mixed, made.shrunk, towards) >= own * (1 - 1e-10)) reached++;
  }
  return reached / (1 + times);
}

test.each([
  ['unshrunk', grouped(30, 3, 3, 11, 0.25), 3, {}],
  ['far from 0', grouped(24, 2, 3, 5, 0.3, 1e5), 2, {}],
  ['shrunk always', grouped(26, 4, 3, 8, 0.3), 4, { shrinkage: 'always' }],
  ['shrunk for few rows', grouped(24, 6, 4, 2, 0.2), 6, { shrinkage: 'where-few' }],
] as const)('the p of all axes is that of permuted labels by brute force: %s', async (_, table, p, asked) => {
  const { p: found } = await permuted(table, p, 60, asked);
  expect(found[0]).toBeCloseTo(bruteForce(table, p, 60, asked), 12);
});

test('weights that are no counts go with their rows', async () => {
  const base = grouped(24, 3, 3, 21, 0.3);
  const { uniform } = seededRandom(4);
  const weight = Array.from({ length: 24 }, () => 0.2 + uniform());
  const columns = base.columns.map(column =>
    column.kind === 'number'
      ? Array.from(column.values)
      : Array.from(column.codes, code => column.levels[code]!),
  );
  const table = tableOf([...columns, weight], [...measures(3), 'group', 'w']);
  const asked = { preparation: { weight: 'w' } } as const;
  const { p } = await permuted(table, 3, 50, asked);
  expect(p[0]).toBeCloseTo(bruteForce(table, 3, 50, asked), 12);
});

/** Tables of noise, or of one strong axis and noise. */
function simulated(n: number, p: number, groups: number, seed: number, strong: number): Table {
  const { normal } = seededRandom(seed);
  const columns = Array.from({ length: p }, (_, j) =>
    Array.from({ length: n }, (__, i) => normal() + (j === 0 ? strong * (i % groups) : 0)),
  );
  return tableOf(
    [...columns, Array.from({ length: n }, (_, i) => `g${i % groups}`)],
    [...measures(p), 'group'],
  );
}

/** How often p is below .05, and its mean, over tables where there is nothing from an axis on. */
async function calibration(axis: number, make: (seed: number) => Table, p: number, tables: number) {
  let [below, sum] = [0, 0];
  for (let seed = 1; seed <= tables; seed++) {
    const { p: of } = await permuted(make(seed), p, 99, { shrinkage: 'where-few' });
    below += Number(of[axis]! <= 0.05);
    sum += of[axis]!;
  }
  return { below: below / tables, mean: sum / tables };
}

// Of 150 tables a share of .05 lies between .006 and .11 but for once in 500, a mean of .5 between .42 and .58.
test.each([
  ['noise of 40 × 30 in 4 groups', 0, (seed: number) => simulated(40, 30, 4, seed, 0), 30],
  ['noise of 40 × 30 in 2 groups', 0, (seed: number) => simulated(40, 30, 2, seed, 0), 30],
  ['noise beyond one strong axis', 1, (seed: number) => simulated(60, 4, 4, seed, 2), 4],
  ['noise of 12 × 20, shrunk', 0, (seed: number) => simulated(12, 20, 3, seed, 0), 20],
] as const)('p is as likely to be below .05 as it says: %s', async (_, axis, make, p) => {
  const { below, mean } = await calibration(axis, make, p, 150);
  expect(below).toBeGreaterThanOrEqual(0.006);
  expect(below).toBeLessThanOrEqual(0.11);
  expect(mean).toBeGreaterThan(0.42);
  expect(mean).toBeLessThan(0.58);
});

test('axes that separate groups are told from chance, and the ones after them are not', async () => {
  const { p } = await permuted(simulated(80, 4, 4, 7, 3), 4, 199);
  expect(p[0]).toBeCloseTo(1 / 200, 12);
  expect(p[1]!).toBeGreaterThan(0.05);
});

test('counts are rows that stand there so often: the same permutations, the same p', async () => {
  const base = grouped(18, 3, 3, 31, 0.4, 1e5);
  const counts = Array.from({ length: 18 }, (_, i) => 1 + (i % 3));
  const columns = base.columns.map(column =>
    column.kind === 'number'
      ? Array.from(column.values)
      : Array.from(column.codes, code => column.levels[code]!),
  );
  const names = [...measures(3), 'group'];
  const counted = tableOf([...columns, counts], [...names, 'w']);
  const rows = counts.flatMap((count, row) => Array<number>(count).fill(row));
  const each = tableOf(columns.map(column => rows.map(row => column[row]!)) as never, names);
  const weighed = { preparation: { weight: 'w', weighting: 'counts' } } as const;
  for (const shrinkage of ['never', 'always'] as const) {
    const [a, b] = [
      await permuted(counted, 3, 60, { ...weighed, shrinkage }),
      await permuted(each, 3, 60, { shrinkage }),
    ];
    expect(a.p).toHaveLength(2);
    a.p.forEach((p, d) => expect(p).toBeCloseTo(b.p[d]!, 12));
  }
});
