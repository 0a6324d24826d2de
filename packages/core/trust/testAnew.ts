import { columnOf, type Matrix } from '../algebra/matrix';
import { congruence } from '../algebra/congruence';
import { seededRandom } from '../algebra/random';
import { componentsFoundAnew } from '../methods/components/anew';
import { decompose } from '../methods/components/decompose';
import { keepComponents } from '../methods/components/keepComponents';
import { factorsFoundAnew } from '../methods/factors/anew';
import { factors, type FactorsAsked } from '../methods/factors/factors';
import type { PreparedRows } from '../preparation/prepared';
import { USUAL_ROTATION } from '../rotation/rotateLoadings';
import { toEnd } from '../stages/course';
import type { Steps } from '../stages/steps';
import { preparedOf } from '../testTables';

export const ended = <Out, State>(steps: Steps<Out, State>): Out => steps.show(toEnd(steps, () => undefined));

/** Columns that share as many dimensions as there are strengths, of rows at random. */
export function made(n: number, p: number, seed: number, strengths: readonly number[] = [2, 1]): number[][] {
  const { normal } = seededRandom(seed);
  const shared = strengths.map(() => Array.from({ length: n }, normal));
  return Array.from({ length: p }, (_, j) => {
    const own = j % strengths.length;
    return shared[own]!.map(value => 50 + (strengths[own]! * value + normal()) * (1 + j));
  });
}

export const written = (columns: readonly (readonly number[])[], rows: readonly number[]): number[][] =>
  columns.map(column => rows.map(row => column[row]!));

/** How often each of some rows counts, as the rows written out. */
export const rowsOf = (times: Float64Array): number[] =>
  [...times].flatMap((count, row) => Array<number>(Math.round(count)).fill(row));

export function componentsOf(columns: readonly (readonly (number | string)[])[], keep: number, recipe = {}) {
  const prepared = preparedOf(columns as never, recipe);
  const found = keepComponents(prepared, decompose(prepared), keep);
  return { prepared, found, anew: componentsFoundAnew(prepared, found) };
}

export const FACTORS: FactorsAsked = {
  kind: 'pearson',
  factors: 2,
  extraction: 'minimum-residual',
  rotation: { ...USUAL_ROTATION, method: 'oblimin' },
  scoring: 'regression',
};

export function factorsOf(prepared: PreparedRows, asked: FactorsAsked = FACTORS) {
  const found = factors(prepared, [], asked);
  return { prepared, found, anew: factorsFoundAnew(prepared, found, asked) };
}

/** The congruence of two dimensions whatever their signs. */
export const alike = (a: Matrix, b: Matrix, d: number) =>
  Math.abs(congruence(columnOf(a, d), columnOf(b, d)));
