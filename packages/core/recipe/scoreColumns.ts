import { columnOf } from '../algebra/matrix';
import type { Components } from '../components/components';
import { Problem } from '../problem';
import { arrange, withScores, type Arrangement, type ScoreColumn } from '../table/arrange';
import type { Table } from '../table/table';
import { compute, keptOf, type Kept, type Memo } from './run';
import type { Recipe } from './schema';

/** The request for the dimensions that a column of scores holds one of. */
export const requestOf = (score: ScoreColumn): Kept & { stage: 'components' } => ({
  ...(score.request as Kept),
  stage: 'components',
});

/**
 * The columns of scores that a recipe puts into the table, in its order. One that is kept in step follows its reduction,
 * made of what stands before it; a frozen one has what it was made of with it.
 */
export function scoreColumnsOf(recipe: Recipe): ScoreColumn[] {
  return recipe.scores.flatMap(({ name, reduction: id, dimension, frozen }, index) => {
    if (frozen !== null) return [{ name, dimension, request: frozen }];
    const reduction = recipe.reductions.find(other => other.id === id);
    if (reduction === undefined) return [];
    const later = new Set(recipe.scores.slice(index).map(other => other.name));
    const before = { ...recipe, columns: recipe.columns.filter(column => !later.has(column.name)) };
    return [{ name, dimension, request: keptOf(before, reduction) }];
  });
}

/** The table with one more column of scores; without any entry where the dimensions cannot be had. */
export function withScoreColumn(table: Table, score: ScoreColumn, components: Components | null): Table {
  const d = score.dimension - 1;
  if (components === null || d >= components.kept) {
    return withScores(table, score, new Uint32Array(0), new Float64Array(0));
  }
  const { rows, scores, placedRows, placedScores } = components;
  return withScores(
    table,
    score,
    joined(Uint32Array, rows, placedRows),
    joined(Float64Array, columnOf(scores, d), columnOf(placedScores, d)),
  );
}

function joined<T extends Uint32Array | Float64Array>(Kind: new (length: number) => T, a: T, b: T): T {
  const both = new Kind(a.length + b.length);
  both.set(a);
  both.set(b, a.length);
  return both;
}

/** A table arranged, columns of scores included: see {@link arrange}. */
export function arrangeWithScores(
  source: Table,
  { scores = [], ...plain }: Arrangement,
  memo: Memo = new Map(),
): Table {
  let table = arrange(source, plain);
  for (const score of scores) {
    let components: Components | null = null;
    try {
      components = compute(table, requestOf(score), undefined, memo);
    } catch (thrown) {
      if (!(thrown instanceof Problem)) throw thrown;
    }
    table = withScoreColumn(table, score, components);
  }
  return table;
}
