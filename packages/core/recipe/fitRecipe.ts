import { Problem } from '../problem';
import { distinctNames } from '../table/distinctNames';
import { arrange } from '../table/arrange';
import { canHaveRole } from '../table/role';
import type { Table } from '../table/table';
import { arrangementOf } from './arrangementOf';
import { sourceOfRecipe } from './extent';
import type { Recipe } from './schema';

/**
 * The recipe for another table: columns are found by name; those that the recipe does not know are set aside.
 *
 * @throws Problem when the table lacks columns of the recipe, or has words where the recipe measures
 */
export function fitRecipe(recipe: Recipe, table: Table): Recipe {
  const known = new Map(recipe.columns.map(column => [column.heading ?? column.name, column]));
  const made = new Set([...recipe.made, ...recipe.scores].map(column => column.name));
  const sources = new Set<string | null>(recipe.made.map(column => column.from));
  const needed = recipe.columns
    .filter(({ name, role }) => !made.has(name) && (role !== 'aside' || sources.has(name)))
    .map(column => column.heading ?? column.name);
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
    ...strangersApart(table, recipe, known),
    ...recipe.columns.filter(column => made.has(column.name)),
  ];
  const { source: _, ...others } = recipe;
  const fitted: Recipe = { ...others, ...sourceOfRecipe(table), columns };
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

/** The recipe's columns in the table's order; those that it does not know under names that no other has. */
function strangersApart(
  table: Table,
  recipe: Recipe,
  known: ReadonlyMap<string, Recipe['columns'][number]>,
): Recipe['columns'] {
  const strangers = table.columns.filter(({ name }) => !known.has(name)).map(({ name }) => name);
  const names = distinctNames(
    strangers,
    recipe.columns.map(({ name }) => name),
  );
  const called = new Map(strangers.map((name, index) => [name, names[index]!]));
  return table.columns.map(({ name: heading }) => {
    const name = called.get(heading);
    if (name === undefined) return known.get(heading)!;
    return { name, role: 'aside' as const, ...(name === heading ? {} : { heading }) };
  });
}

function listed(names: readonly string[]): string {
  const shown = names.slice(0, 5).map(name => `“${name}”`);
  return names.length > 5 ? `${shown.join(', ')} and ${names.length - 5} more` : shown.join(', ');
}
