import { columnOf } from '../algebra/matrix';
import type { Placement } from '../methods/placement';
import { withScores } from '../table/arrange';
import type { ScoreColumn } from '../table/arrangement';
import type { Table } from '../table/table';
import { reducedBy } from './requests';
import type { Recipe } from './schema';

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
    return [{ name, dimension, request: reducedBy(before, reduction) }];
  });
}

/** The table with one more column of scores; without any entry where the dimensions cannot be had. */
export function withScoreColumn(table: Table, score: ScoreColumn, placement: Placement | null): Table {
  const d = score.dimension - 1;
  if (placement === null || d >= placement.at.columns) {
    return withScores(table, score, new Uint32Array(0), new Float64Array(0));
  }
  const { rows, at, placedRows, placedAt } = placement;
  return withScores(
    table,
    score,
    joined(Uint32Array, rows, placedRows),
    joined(Float64Array, columnOf(at, d), columnOf(placedAt, d)),
  );
}

function joined<T extends Uint32Array | Float64Array>(Kind: new (length: number) => T, a: T, b: T): T {
  const both = new Kind(a.length + b.length);
  both.set(a);
  both.set(b, a.length);
  return both;
}
