import { sourceOfRecipe } from './extent';
import { PLAIN_PREPARATION } from '../preparation/prepared';
import { PLAIN_SUITABILITY } from '../suitability/doubt';
import { LONGEST_WORDING } from '../limits';
import { plainWords } from '../words/settings';
import { numberAt, type NumberColumn } from '../table/column';
import { shortHeadings } from '../table/headings';
import { momentsOf } from '../table/moments';
import { pixelsOf } from '../table/pixels';
import { canHaveRole, guessRoles } from '../table/role';
import { hasCases, sceneOf, type Table } from '../table/table';
import { PLAIN_RESAMPLING } from '../trust/resampling';
import { PLAIN_WRITEUP } from '../writeup/writeup';
import type { Recipe, Reduction } from './schema';

import { RECIPE_VERSION } from './migrate';
import { methodNamed, type MethodName } from '../methods/all';
import { METHODS } from '../methods/lists/methods';

/** The first label coloured by has at most this many levels, if one has. */
const COLOUR_LEVELS = 12;

/**
 * The recipe that a new study starts from: guessed roles, unit variance, as many components as parallel analysis gives
 * where it is quick, else those with eigenvalues above average. A map of neighbours where the table holds distances.
 */
export function freshRecipe(table: Table, reading: Recipe['reading'] = {}): Recipe {
  const { reversed: _, ...atRest } = PLAIN_PREPARATION;
  const columns = columnsOf(table);
  const measures = columns.filter(({ role }) => role === 'measure').map(({ name }) => name);
  const text = longestText(table, columns);
  // A text beside hardly any number is what there is to reduce.
  const words = measures.length < 2 && text !== undefined ? plainWords(text.name, table.rows) : null;
  // Pixels are of one unit: brought to unit variance, those that hardly ever vary would count as much as any.
  const pictures = table.matrix === null && pixelsOf(measures) !== null;
  const first =
    METHODS.find(({ ofDistances }) => ofDistances || table.matrix?.kind !== 'distance') ?? METHODS[0];
  const colour = firstColour(table, columns);
  const scale = pictures || words !== null || areOfOneUnit(table) ? 'centre' : atRest.scale;
  return {
    format: 'wold recipe',
    version: RECIPE_VERSION,
    reading,
    ...sourceOfRecipe(table),
    columns,
    made: [],
    scores: [],
    composite: null,
    pictures,
    preparation: {
      ...atRest,
      words: words as Recipe['preparation']['words'],
      scale,
      rowsAside: { of: table.fileKey, rows: [] },
      off: [],
    },
    suitability: { ...PLAIN_SUITABILITY },
    reductions: [
      ofScene(
        table,
        freshReduction(first.name, '1', first.title, colour, {
          rows: rowsFor(table),
          measures: measures.length,
          label: colour,
          words: words !== null,
        }),
      ),
    ],
    writeup: { ...PLAIN_WRITEUP },
  };
}

/** The text whose entries are the longest, where there are several. */
function longestText(table: Table, columns: Recipe['columns']): Recipe['columns'][number] | undefined {
  const lengthOf = (index: number): number => {
    const column = table.columns[index]!;
    if (column.kind !== 'levels') return 0;
    return column.levels.reduce((sum, level) => sum + level.length, 0) / Math.max(1, column.levels.length);
  };
  const texts = [...columns.keys()].filter(index => columns[index]!.role === 'text');
  const longest = texts.toSorted((a, b) => lengthOf(b) - lengthOf(a))[0];
  return longest === undefined ? undefined : columns[longest];
}

/** Of the variance of a scene, what its dimensions explain to begin with. */
const LAYERS_SHARE = 0.99;

/** Minor components of a scene are pictures that are worth a look, however little they hold. */
function ofScene(table: Table, reduction: Reduction): Reduction {
  if (sceneOf(table) === null || reduction.settings.method !== 'components') return reduction;
  return {
    ...reduction,
    map: { ...reduction.map, density: 'shading' },
    settings: { ...reduction.settings, keep: { share: LAYERS_SHARE, fewer: true } },
  };
}

/** Spreads that differ more than so many times are of different units, whatever the file says. */
const ONE_UNIT = 100;

/** Whether the rows are pixels whose bands all are of one unit, so that those that vary more may count for more. */
function areOfOneUnit(table: Table): boolean {
  const scene = sceneOf(table);
  if (scene === null || new Set(scene.bands.map(({ unit }) => unit)).size > 1) return false;
  let [least, most] = [Infinity, 0];
  for (const column of table.columns.slice(0, scene.bands.length)) {
    if (column.kind !== 'number') continue;
    const { varies, squares, total } = momentsOf(valuesOfSome(column));
    if (!varies) continue;
    least = Math.min(least, squares / total);
    most = Math.max(most, squares / total);
  }
  return most <= ONE_UNIT ** 2 * least;
}

const LOOKED_AT = 20_000;

/** Some of a column's numbers, from all over it. */
function valuesOfSome(column: NumberColumn): Float64Array {
  const { length } = column.values;
  const every = Math.max(1, Math.floor(length / LOOKED_AT));
  return Float64Array.from({ length: Math.ceil(length / every) }, (_, i) => numberAt(column, i * every));
}

/** The columns with the roles they are taken for; long headings are split into a short name and a wording. */
function columnsOf(table: Table): Recipe['columns'] {
  const guesses = guessRoles(table);
  const short =
    table.matrix === null && sceneOf(table) === null
      ? shortHeadings(table.columns.map(({ name }) => name))
      : [];
  return table.columns.map(({ name, kind }, j) => {
    const { role } = guesses[j]!;
    // Classes in numbers are levels.
    const how = role === 'label' && kind === 'number' ? { role, type: 'category' as const } : { role };
    const split = short[j] ?? null;
    if (split === null) return { name, ...how };
    return { name: split.name, heading: name, ...how, wording: split.wording.slice(0, LONGEST_WORDING) };
  });
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
  const known = new Map(recipe.columns.map(column => [column.heading ?? column.name, column]));
  const sources = new Set(table.columns.map(column => column.name));
  const sameRows = before.rows === table.rows && arePixelsAlike(before, table);
  const made = recipe.made.filter(({ from }) => (from === null ? sameRows : sources.has(from)));
  // Scores of rows that may have become others are let go.
  const names = new Set(made.map(({ name }) => name));
  const columns = fresh.columns.map((column, index) => {
    const old = known.get(table.columns[index]!.name);
    return old !== undefined && canHaveRole(table.columns[index]!, old.role) ? old : column;
  });
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

/** Whether two readings of a scene are of the same pixels. */
function arePixelsAlike(before: Table, table: Table): boolean {
  const pixels = (of: Table) => {
    const scene = sceneOf(of);
    return scene === null ? null : JSON.stringify([scene.region, scene.step]);
  };
  return pixels(before) === pixels(table);
}

/** The names of so many rows have room on a map. */
const FEW_ROWS = 80;

/** A reduction as it starts: its number makes its id. */
export function freshReduction(
  method: MethodName,
  number: string,
  name: string,
  colour: string | null,
  size: {
    readonly rows: number;
    readonly measures: number;
    readonly label: string | null;
    readonly words?: boolean;
  },
): Reduction {
  return {
    id: `${method}-${number}`,
    name,
    without: [],
    only: [],
    names: [],
    map: {
      x: 1,
      y: 2,
      z: null,
      xMeasure: null,
      yMeasure: null,
      colour,
      figure: null,
      spread: 'scores',
      arrows: 0,
      size: 'same',
      sizeBy: null,
      shapeBy: null,
      density: 'none',
      odd: false,
      named: size.rows > 0 && size.rows <= FEW_ROWS,
      again: false,
      groups: 'none',
      share: 0.95,
      layers: [1, 2, 3],
      stretch: 'linear',
      clip: 2,
    },
    repeatsBy: [],
    resamples: { ...PLAIN_RESAMPLING },
    settings: methodNamed(method).fresh(size.rows, size.measures, size.label, size.words ?? false),
  };
}

/** Rows that random data can be made of; none where the table holds relations. */
export const rowsFor = (table: Table): number => (hasCases(table) ? table.rows : 0);

function firstColour(table: Table, columns: Recipe['columns']): string | null {
  const labels = table.columns.filter((_, index) => columns[index]!.role === 'label');
  const few = labels.find(
    column =>
      // Numbers that are labels are classes of few levels.
      column.kind === 'number' || (column.levels.length > 1 && column.levels.length <= COLOUR_LEVELS),
  );
  const first = few ?? labels[0];
  return first === undefined ? null : columns[table.columns.indexOf(first)]!.name;
}
