import type { Recipe } from '../schema';

/** The recipe with another preparation. */
export function withPreparation(recipe: Recipe, change: Partial<Recipe['preparation']>): Recipe {
  return { ...recipe, preparation: { ...recipe.preparation, ...change } };
}

/** The recipe with rows set aside, or only placed; or brought back where there is no reason. */
export function withRowsAside(
  recipe: Recipe,
  rows: readonly number[],
  reason: string | null,
  placed = false,
): Recipe {
  const { rowsAside } = recipe.preparation;
  const others = rowsAside.rows.filter(({ row }) => !rows.includes(row));
  const added = reason === null ? [] : rows.map(row => ({ row, reason, placed }));
  const all = [...others, ...added].sort((a, b) => a.row - b.row);
  return withPreparation(recipe, { rowsAside: { ...rowsAside, rows: all } });
}
