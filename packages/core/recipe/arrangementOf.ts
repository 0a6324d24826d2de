import type { Arrangement, ColumnArrangement } from '../table/arrange';
import type { Recipe } from './schema';

/** What a recipe makes of a table's columns before anything is computed from them. */
export function arrangementOf(recipe: Recipe): Arrangement {
  const columns: Record<string, ColumnArrangement> = {};
  for (const { name, type, missing, values, order } of recipe.columns) {
    if ((type ?? missing ?? values ?? order) === undefined) continue;
    columns[name] = {
      ...(type === undefined ? {} : { type }),
      ...(missing === undefined ? {} : { missing }),
      ...(values === undefined ? {} : { values }),
      ...(order === undefined ? {} : { order }),
    };
  }
  return { columns, made: recipe.made };
}
