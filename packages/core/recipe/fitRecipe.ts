import { Problem } from '../problem';
import { arrange } from '../table/arrange';
import { canHaveRole } from '../table/role';
import type { Table } from '../table/table';
import { arrangementOf } from './arrangementOf';
import type { Recipe } from './schema';

/**
 * The recipe for another table: columns are found by name; those that the recipe does not know are set aside.
 *
 * @throws Problem when the table lacks columns of the recipe, or has words where the recipe measures
 */
export function fitRecipe(recipe: Recipe, table: Table): Recipe {
  const known = new Map(recipe.columns.map(column => [column.name, column]));
  const made = new Set([...recipe.made, ...recipe.scores].map(column => column.name));
  const sources = new Set(recipe.made.map(column => column.from));
  const needed = recipe.columns
    .filter(({ name, role }) => !made.has(name) && (role !== 'aside' || sources.has(name)))
    .map(column => column.name);
  const there = new Set(table.columns.map(column => column.name));
  const absent = needed.filter(name => !there.has(name));
  if (absent.length > 0) {
    throw new Problem(
      `it lacks ${absent.length} of the recipe's columns: ${listed(absent)}.`,
      'Rename its columns as the recipe has them, or set these aside in the recipe.',
      `table “${table.name}”`,
    );
  }
  const columns = [
    ...table.columns.map(({ name }) => known.get(name) ?? { name, role: 'aside' as const }),
    ...recipe.columns.filter(column => made.has(column.name)),
  ];
  const fitted = { ...recipe, columns };
  // Columns of scores, which stand behind these, are numbers.
  const arranged = arrange(table, arrangementOf(fitted));
  const unfit = arranged.columns.filter((column, index) => !canHaveRole(column, columns[index]!.role));
  if (unfit.length > 0) {
    throw new Problem(
      `the recipe takes ${listed(unfit.map(column => column.name))} as numbers, and they are not.`,
      'Correct these columns, or set them aside in the recipe.',
      `table “${table.name}”`,
    );
  }
  return fitted;
}

function listed(names: readonly string[]): string {
  const shown = names.slice(0, 5).map(name => `“${name}”`);
  return names.length > 5 ? `${shown.join(', ')} and ${names.length - 5} more` : shown.join(', ');
}
