import type { Recipe } from '@wold/core/recipe/schema';
import type { ColumnDescription } from '@wold/core/table/describe';

/** Columns with numbers that may stand for missing entries, on which the analyst has not decided. */
export function undecidedCodes(
  recipe: Recipe,
  descriptions: readonly ColumnDescription[],
): ColumnDescription[] {
  const columns = new Map(recipe.columns.map(column => [column.name, column]));
  return descriptions.filter(({ name, codes }) => {
    const said = columns.get(name);
    return said?.missing === undefined && said?.role !== 'aside' && codes.some(({ counted }) => !counted);
  });
}
