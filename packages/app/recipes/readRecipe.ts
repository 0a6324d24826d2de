import { problemData, type ProblemData } from '@wold/core/problem';
import type { Recipe } from '@wold/core/recipe/schema';

/** Larger files are no recipes. */
const LARGEST = 5e7;
const LOOKED_AT = 400;

/** A recipe from a dropped or picked file, or why it cannot be read; null where the file is something else. */
export async function readRecipe(file: File): Promise<Recipe | ProblemData | null> {
  if (file.size > LARGEST) return null;
  const start = await file.slice(0, LOOKED_AT).text();
  if (!/^\s*\{[\s\S]*"format"\s*:\s*"wold recipe"/.test(start)) return null;
  // The schema’s package comes when it is needed.
  const { parseRecipe } = await import('@wold/core/recipe/schema');
  try {
    const recipe = parseRecipe(await file.text(), file.name);
    // Rows that were brought to be placed are data of another study.
    const { newRows: _, ...reading } = recipe.reading;
    return { ...recipe, reading };
  } catch (thrown) {
    return problemData(thrown);
  }
}
