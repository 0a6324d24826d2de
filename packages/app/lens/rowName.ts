import type { Recipe } from '@wold/core/recipe/schema';
import { textAt } from '@wold/core/table/column';
import type { Table } from '@wold/core/table/table';

/** What a row is called: its entry in the first identity column, or its number. */
export function rowName(table: Table, recipe: Recipe, row: number): string {
  const index = recipe.columns.findIndex(column => column.role === 'identity');
  const text = index < 0 ? '' : textAt(table.columns[index]!, row);
  return text || `row ${row + 1}`;
}
