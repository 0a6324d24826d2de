import type { Recipe } from '../schema';

/**
 * The recipe with rows of a second file after the table's own, only to be placed; or without. What was said by hand of
 * rows that were there before is forgotten.
 *
 * @param own how many rows are the table's own
 */
export function withNewRowsFile(
  recipe: Recipe,
  file: Recipe['reading']['newRows'] | null,
  own: number,
): Recipe {
  const { newRows: _, ...reading } = recipe.reading;
  const { rowsAside } = recipe.preparation;
  return {
    ...recipe,
    reading: file ? { ...reading, newRows: file } : reading,
    preparation: {
      ...recipe.preparation,
      rowsAside: { ...rowsAside, rows: rowsAside.rows.filter(({ row }) => row < own) },
    },
  };
}
