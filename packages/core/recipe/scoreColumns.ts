import { FAIR } from '../algebra/congruence';
import { columnOf } from '../algebra/matrix';
import { likenessOf, nearestOf } from '../methods/names';
import type { Placement } from '../methods/placement';
import { withScores } from '../table/arrange';
import type { ScoreColumn } from '../table/arrangement';
import type { Table } from '../table/table';
import { reducedBy } from './requests';
import type { Recipe } from './schema';

/**
 * The columns of scores that a recipe puts into the table, in its order. One that is kept in step follows its reduction,
 * made of what stands before it, and its dimension wherever that comes to stand; a frozen one has what it was made of
 * with it.
 */
export function scoreColumnsOf(recipe: Recipe): ScoreColumn[] {
  return recipe.scores.flatMap(({ name, reduction: id, dimension, profile, frozen }, index) => {
    const which = { name, dimension, ...(profile && { profile }) };
    if (frozen !== null) return [{ ...which, request: frozen }];
    const reduction = recipe.reductions.find(other => other.id === id);
    if (reduction === undefined) return [];
    const later = new Set(recipe.scores.slice(index).map(other => other.name));
    const before = { ...recipe, columns: recipe.columns.filter(column => !later.has(column.name)) };
    return [{ ...which, request: reducedBy(before, reduction) }];
  });
}

/** The table with one more column of scores; without any entry where the dimension cannot be had. */
export function withScoreColumn(table: Table, score: ScoreColumn, placement: Placement | null): Table {
  const found = placement === null ? null : dimensionOf(score, placement);
  if (found === null) return withScores(table, score, new Uint32Array(0), new Float64Array(0));
  const { rows, at, placedRows, placedAt } = placement!;
  const turned = (scores: Float64Array) => (found.sign > 0 ? scores : scores.map(value => -value));
  return withScores(
    table,
    score,
    joined(Uint32Array, rows, placedRows),
    joined(Float64Array, turned(columnOf(at, found.d)), turned(columnOf(placedAt, found.d))),
  );
}

/**
 * The dimension that a column of scores was made of, counted from 0, and 1 or −1 as it points now; null where it is not
 * there any more.
 */
function dimensionOf(
  { dimension, profile }: ScoreColumn,
  { at, structure }: Placement,
): { readonly d: number; readonly sign: number } | null {
  if (profile === undefined || structure === null) {
    return dimension > at.columns ? null : { d: dimension - 1, sign: 1 };
  }
  const nearest = nearestOf(likenessOf(profile, structure));
  if (Math.abs(nearest.congruence) < FAIR) return null;
  return { d: nearest.dimension - 1, sign: Math.sign(nearest.congruence) };
}

function joined<T extends Uint32Array | Float64Array>(Kind: new (length: number) => T, a: T, b: T): T {
  const both = new Kind(a.length + b.length);
  both.set(a);
  both.set(b, a.length);
  return both;
}
