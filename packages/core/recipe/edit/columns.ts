import type { Role } from '../../table/role';
import type { Recipe } from '../schema';

/** A column of a recipe: its role, how it is understood, and what its codebook says. */
type RecipeColumn = Recipe['columns'][number];

/** The recipe with a change of one column; what is undefined is no longer said. */
export function withColumn(
  recipe: Recipe,
  name: string,
  change: { readonly [K in keyof RecipeColumn]?: RecipeColumn[K] | undefined },
): Recipe {
  const columns = recipe.columns.map(column => {
    if (column.name !== name) return column;
    const said = Object.entries({ ...column, ...change }).filter(([, value]) => value !== undefined);
    return Object.fromEntries(said) as RecipeColumn;
  });
  return { ...recipe, columns };
}

/** The recipe with another role for some columns, and why where they are set aside. */
export function withRoles(recipe: Recipe, names: readonly string[], role: Role, why?: string): Recipe {
  const columns = recipe.columns.map(column => {
    const { aside: _, ...others } = column;
    if (names.includes(column.name)) return { ...others, role, ...(why ? { aside: why } : {}) };
    // One column weighs the rows.
    return role === 'weight' && column.role === 'weight' ? { ...column, role: 'aside' as const } : column;
  });
  return { ...recipe, columns };
}

/** The recipe with columns of numbers that were kept out of the measures among these, as numbers again. */
export const withMeasured = (recipe: Recipe, names: readonly string[]): Recipe =>
  withRoles(
    names.reduce((changed, name) => withColumn(changed, name, { type: undefined }), recipe),
    names,
    'measure',
  );

/** The recipe with a label made from another column; one of the same name is made anew. */
export function withMadeColumn(recipe: Recipe, made: Recipe['made'][number]): Recipe {
  const others = recipe.made.filter(({ name }) => name !== made.name);
  const known = recipe.columns.some(({ name }) => name === made.name);
  return {
    ...recipe,
    made: [...others, made],
    // Columns of scores stay last.
    columns: known
      ? recipe.columns
      : recipe.columns.toSpliced(recipe.columns.length - recipe.scores.length, 0, {
          name: made.name,
          role: 'label',
        }),
  };
}

/** The recipe without a made column, nor any that is made from it. */
export function withoutMadeColumn(recipe: Recipe, name: string): Recipe {
  const gone = new Set([name]);
  for (const made of recipe.made) if (made.from !== null && gone.has(made.from)) gone.add(made.name);
  return {
    ...recipe,
    made: recipe.made.filter(made => !gone.has(made.name)),
    scores: recipe.scores.filter(score => !gone.has(score.name)),
    columns: recipe.columns.filter(column => !gone.has(column.name)),
    reductions: recipe.reductions.map(reduction =>
      reduction.map.colour !== null && gone.has(reduction.map.colour)
        ? { ...reduction, map: { ...reduction.map, colour: null } }
        : reduction,
    ),
  };
}
