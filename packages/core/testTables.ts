import type { ComponentsSettings } from './methods/components/settings';
import type { ReductionOutput } from './methods/work';
import type { Recipe, Reduction, ReductionBy } from './recipe/schema';
import { seededRandom } from './algebra/random';
import { PLAIN_PREPARATION, type PreparationInput, rowsOf, type PreparedRows } from './preparation/prepared';
import { prepare } from './preparation/prepare';
import { columnBuilder } from './table/columnBuilder';
import type { Table } from './table/table';

/** A table for tests: one list of entries per column, called x1, x2, … unless names are given; '' is missing. */
export function tableOf(
  columns: readonly (readonly (number | string)[])[],
  names: readonly string[] = columns.map((_, j) => `x${j + 1}`),
): Table {
  return {
    fileKey: 'made',
    key: JSON.stringify([names, columns]),
    name: 'made',
    rows: columns[0]!.length,
    columns: columns.map((entries, j) => {
      const builder = columnBuilder();
      for (const entry of entries) {
        if (typeof entry === 'number') builder.addNumber(entry);
        else builder.add(entry);
      }
      return builder.finish(names[j]!);
    }),
    source: { format: 'JSON' },
    notes: [],
    matrix: null,
    arranged: null,
  };
}

/** Normal columns on different scales that share one dimension. */
export function normalTable(n: number, p: number, seed: number): Table {
  return tableOf(normalColumns(n, p, seed));
}

/** The entries of {@link normalTable}. */
export function normalColumns(n: number, p: number, seed: number): number[][] {
  const { normal } = seededRandom(seed);
  const common = Array.from({ length: n }, normal);
  return Array.from({ length: p }, (_, j) => common.map(c => 10 * j + (j + 1) * (c + normal())));
}

/** The columns of {@link tableOf} prepared, all of them measures but the one that weighs. */
export function preparedOf(
  columns: readonly (readonly (number | string)[])[],
  more: Partial<PreparationInput> = {},
): PreparedRows {
  const measures = columns.map((_, j) => `x${j + 1}`).filter(name => name !== more.weight);
  return rowsOf(prepare(tableOf(columns), { ...PLAIN_PREPARATION, measures, weight: null, ...more }));
}

/** A reduction by components with some of its settings changed. */
export const reductionWith = (
  reduction: Reduction,
  change: Partial<ComponentsSettings>,
): ReductionBy<'components'> =>
  ({ ...reduction, settings: { ...reduction.settings, ...change } }) as ReductionBy<'components'>;

/** A recipe whose rows are drawn anew a few times only: tests of all figures need not wait for more. */
export const withFewDraws = (recipe: Recipe): Recipe => ({
  ...recipe,
  reductions: recipe.reductions.map(reduction => ({
    ...reduction,
    resamples: { ...reduction.resamples, times: 10 },
  })),
});

/** The first reduction of a recipe, which is by components. */
export const firstOf = ({ reductions }: Recipe): ReductionBy<'components'> => {
  const [first] = reductions;
  if (first?.settings.method !== 'components') throw new RangeError('It is not by components.');
  return first as ReductionBy<'components'>;
};

/** What a file of a reduction is made of, where nothing but these tells in it. */
export const outputFor = <Result>(
  of: Pick<ReductionOutput<Result>, 'table' | 'account' | 'result'> &
    Partial<Pick<ReductionOutput<Result>, 'names'>>,
): ReductionOutput<Result> => ({ names: [], settings: null, wordings: new Map(), ...of });
