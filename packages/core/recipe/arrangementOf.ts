import type { Arrangement, ColumnArrangement } from '../table/arrangement';
import type { Recipe } from './schema';

/** What a recipe makes of a table's columns before anything is computed from them. */
export function arrangementOf(recipe: Recipe): Arrangement {
  const columns = recipe.columns.flatMap(
    ({ name, heading, type, missing, values, order }): ColumnArrangement[] =>
      (heading ?? type ?? missing ?? values ?? order) === undefined
        ? []
        : [
            {
              name,
              ...(heading === undefined ? {} : { heading }),
              ...(type === undefined ? {} : { type }),
              ...(missing === undefined ? {} : { missing }),
              ...(values === undefined ? {} : { values }),
              ...(order === undefined ? {} : { order }),
            },
          ],
  );
  return { columns, made: recipe.made };
}
