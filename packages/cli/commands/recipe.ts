import type { Output } from '../output';
import { open } from './open';

/** Writes the recipe that a new study of a table starts with. @param out where it goes; to the output where it is left out */
export async function recipe(path: string, out: string | undefined, { say, warn }: Output): Promise<void> {
  const table = await open(path, { warn });
  const { freshRecipe } = await import('@wold/core/recipe/fresh');
  const { writeRecipe } = await import('@wold/core/recipe/writeRecipe');
  const text = writeRecipe(freshRecipe(table));
  if (out === undefined) say(text.trimEnd());
  else await (await import('../writeFiles')).writeWhole(out, text);
}
