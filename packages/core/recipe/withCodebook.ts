import type { CodebookEntry } from '../table/codebook';
import type { Recipe } from './schema';

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

/** The recipe with what a codebook says of its columns, and how many of them it knows. */
export function withCodebook(
  recipe: Recipe,
  codebook: readonly CodebookEntry[],
): { recipe: Recipe; known: number } {
  const entries = new Map(codebook.map(entry => [entry.name, entry]));
  const known = recipe.columns.filter(({ name }) => entries.has(name));
  const result = known.reduce((changed, { name }) => {
    const { name: _, ...said } = entries.get(name)!;
    return withColumn(changed, name, said);
  }, recipe);
  return { recipe: result, known: known.length };
}
