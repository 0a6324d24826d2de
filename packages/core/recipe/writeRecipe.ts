import type { Recipe } from './schema';

/** The recipe as text, the same for the same recipe. Rows that are brought to be placed are data, and no part of it. */
export function writeRecipe({ reading: { newRows: _, ...reading }, ...recipe }: Recipe): string {
  const { format, version, ...rest } = recipe;
  return `${JSON.stringify({ format, version, reading, ...rest }, null, 2)}\n`;
}
