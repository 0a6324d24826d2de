import { entry, zeros, type Matrix } from '../../algebra/matrix';
import { seededRandom } from '../../algebra/random';
import { PLAIN_PREPARATION, rowsOf, type PreparationInput } from '../../preparation/prepared';
import { prepare } from '../../preparation/prepare';
import { tableOf } from '../../testTables';
import type { Table } from '../../table/table';
import { discriminate, labelled } from './discriminate';
import { groupsBy } from './groups';
import type { DiscriminantSettings } from './settings';

export const measures = (p: number) => Array.from({ length: p }, (_, j) => `x${j + 1}`);

/** Groups about means of their own, with measures on different scales and far from 0. */
export function grouped(n: number, p: number, groups: number, seed: number, apart = 1, far = 0): Table {
  const { normal } = seededRandom(seed);
  const centres = Array.from({ length: groups }, () => Array.from({ length: p }, () => apart * normal()));
  const common = Array.from({ length: n }, normal);
  const columns = Array.from({ length: p }, (_, j) =>
    common.map((c, i) => far + (j + 1) * (centres[i % groups]![j]! + 0.6 * c + normal())),
  );
  const label = common.map((_, i) => `g${i % groups}`);
  return tableOf([...columns, label], [...measures(p), 'group']);
}

export interface Asked extends Partial<Pick<DiscriminantSettings, 'keep' | 'shrinkage' | 'unknown'>> {
  readonly preparation?: Partial<PreparationInput>;
}

export function found(table: Table, p: number, { keep, shrinkage, unknown, preparation }: Asked = {}) {
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
export function scatter({ of, groups }: ReturnType<typeof found>) {
  const { x, group, weights } = of.rows;
  const p = of.prepared.values.columns;
  const rows = Array.from(of.places, i =>
    Array.from({ length: p }, (_, j) => entry(of.prepared.values, i, j)),
  );
  if (x.rows !== rows.length) throw new Error('not all rows are there');
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

export const form = (u: Float64Array, matrix: Matrix, v: Float64Array): number =>
  u.reduce(
    (sum, a, i) => sum + a * v.reduce((inner, b, j) => inner + matrix.values[j * matrix.rows + i]! * b, 0),
    0,
  );

export const times = (matrix: Matrix, v: Float64Array): number[] =>
  Array.from(v, (_, i) => v.reduce((sum, b, j) => sum + matrix.values[j * matrix.rows + i]! * b, 0));
