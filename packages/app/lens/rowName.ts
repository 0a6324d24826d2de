import type { Recipe } from '@wold/core/recipe/schema';
import { textAt } from '@wold/core/table/column';
import { sceneOf, type Table } from '@wold/core/table/table';

/** What a row is called: its entry in the first identity column, where it lies in a picture, or its number. */
export function rowName(table: Table, recipe: Recipe, row: number): string {
  const index = recipe.columns.findIndex(column => column.role === 'identity');
  const text = index < 0 ? '' : textAt(table.columns[index]!, row);
  return text || pixelName(table, row) || `row ${row + 1}`;
}

/** Where a pixel lies in its scene, from the upper left corner; null where rows are no pixels. */
function pixelName(table: Table, row: number): string | null {
  const scene = sceneOf(table);
  if (scene === null) return null;
  const [x, y] = [table.columns[scene.bands.length], table.columns[scene.bands.length + 1]];
  return x === undefined || y === undefined ? null : `pixel ${textAt(x, row)}, ${textAt(y, row)}`;
}
