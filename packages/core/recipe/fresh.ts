import { NO_ROTATION } from '../components/rotate';
import { PLAIN_PREPARATION } from '../preparation/prepare';
import { PLAIN_RETENTION } from '../dimensions/retention';
import { PLAIN_SUITABILITY } from '../suitability/doubt';
import { canHaveRole, guessRole } from '../table/role';
import type { Table } from '../table/table';
import { arrangementOf } from './arrangementOf';
import { arrangeWithScores, scoreColumnsOf } from './scoreColumns';
import type { Recipe, Reduction } from './schema';
import { Problem } from '../problem';
import { RECIPE_VERSION } from './migrate';

/** The first label coloured by has at most this many levels, if one has. */
const COLOUR_LEVELS = 12;

/** The recipe that a new study starts from: guessed roles, unit variance, components with eigenvalues above average. */
export function freshRecipe(table: Table, reading: Recipe['reading'] = {}): Recipe {
  const { reversed: _, ...atRest } = PLAIN_PREPARATION;
  const columns = table.columns.map(column => ({
    name: column.name,
    role: guessRole(column, table.rows).role,
  }));
  return {
    format: 'wold recipe',
    version: RECIPE_VERSION,
    reading,
    columns,
    made: [],
    scores: [],
    preparation: { ...atRest, rowsAside: { of: table.fileKey, rows: [] }, off: [] },
    suitability: { ...PLAIN_SUITABILITY },
    reductions: [freshReduction('components-1', 'Components', firstColour(table, columns))],
  };
}

/**
 * The recipe for the same file read in another way: what was said of a column holds where it is still there and fits;
 * rows set aside are forgotten where the rows are no longer the same.
 */
export function rereadRecipe(
  recipe: Recipe,
  before: Table,
  table: Table,
  reading: Recipe['reading'],
): Recipe {
  const fresh = freshRecipe(table, reading);
  const known = new Map(recipe.columns.map(column => [column.name, column]));
  const sources = new Set(table.columns.map(column => column.name));
  const made = recipe.made.filter(({ from }) => sources.has(from));
  // Scores of rows that may have become others are let go.
  const names = new Set(made.map(({ name }) => name));
  const columns = fresh.columns.map((column, index) => {
    const old = known.get(column.name);
    return old !== undefined && canHaveRole(table.columns[index]!, old.role) ? old : column;
  });
  const sameRows = before.rows === table.rows;
  const { rowsAside } = recipe.preparation;
  return {
    ...recipe,
    reading,
    columns: [...columns, ...recipe.columns.filter(({ name }) => names.has(name))],
    made,
    scores: [],
    preparation: { ...recipe.preparation, rowsAside: sameRows ? rowsAside : { ...rowsAside, rows: [] } },
  };
}

/** A reduction by principal components as a new study has it. */
export function freshReduction(id: string, name: string, colour: string | null): Reduction {
  return {
    id,
    name,
    method: 'components',
    without: [],
    basis: 'prepared',
    placed: [],
    rotation: { ...NO_ROTATION },
    keep: 'above-average',
    retention: { ...PLAIN_RETENTION },
    names: [],
    fade: 0.4,
    map: { x: 1, y: 2, colour, spread: 'scores', arrows: 0, size: 'same', odd: false },
    limit: 0.95,
    repeatsBy: null,
    groupsBy: null,
    outcome: null,
  };
}

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
  const absent = needed.filter(name => !table.columns.some(column => column.name === name));
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
  const arranged = arrangeWithScores(table, { ...arrangementOf(fitted), scores: scoreColumnsOf(fitted) });
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

function firstColour(table: Table, columns: Recipe['columns']): string | null {
  const labels = table.columns.filter((_, index) => columns[index]!.role === 'label');
  const few = labels.find(
    column => column.kind === 'levels' && column.levels.length > 1 && column.levels.length <= COLOUR_LEVELS,
  );
  return (few ?? labels[0])?.name ?? null;
}

function listed(names: readonly string[]): string {
  const shown = names.slice(0, 5).map(name => `“${name}”`);
  return names.length > 5 ? `${shown.join(', ')} and ${names.length - 5} more` : shown.join(', ');
}
