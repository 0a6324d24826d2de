import type { Recipe } from './schema';

/** The recipe as text, the same for the same recipe. */
export function writeRecipe(recipe: Recipe): string {
  return `${JSON.stringify(recipe, null, 2)}\n`;
}
