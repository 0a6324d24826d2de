import { Problem } from '../problem';
import { PLAIN_RESAMPLING } from '../trust/resampling';

/** The version of recipes that this Wold writes. */
export const RECIPE_VERSION = 10;

type Plain = Readonly<
  Record<'version' | 'columns' | 'made' | 'preparation' | 'reductions' | 'scores', unknown>
>;

/**
 * A recipe of any earlier version in the form of this one, as plain data to be checked.
 *
 * @throws Problem for one of a later Wold
 */
export function migrate(data: unknown, where: string): unknown {
  const version = isObject(data) ? data['version'] : undefined;
  if (typeof version === 'number' && version > RECIPE_VERSION) {
    throw new Problem(
      `it was written by a newer Wold (recipe version ${version}; this one reads up to ${RECIPE_VERSION})`,
      'Open it with that Wold. Nothing of it was changed.',
      where,
    );
  }
  let recipe = data;
  if (version === 1) recipe = fromFirst(recipe as Plain);
  if (version === 1 || version === 2) recipe = fromSecond(recipe as Plain);
  if (version === 1 || version === 2 || version === 3) recipe = fromThird(recipe as Plain);
  if (version === 9) recipe = fromNinth(recipe as Plain);
  // Version 4 knew components only, version 5 no maps of neighbours, version 6 no discriminant axes,
  // version 7 neither rows of a reduction's own nor words, version 8 neither scenes nor rows drawn anew, version 9 rows
  // drawn anew for components only.
  if (typeof version === 'number' && version >= 1 && version < RECIPE_VERSION) {
    recipe = { ...(recipe as Plain), version: RECIPE_VERSION };
  }
  return recipe;
}

/** What belongs to components alone, which stood beside what all reductions share up to version 2. */
const OF_COMPONENTS = [
  'basis',
  'placed',
  'rotation',
  'keep',
  'retention',
  'fade',
  'limit',
  'groupsBy',
  'outcome',
];

/** Version 9 kept how rows are drawn anew with what belongs to components alone. */
function fromNinth(recipe: Plain): unknown {
  return {
    ...recipe,
    reductions: each(recipe.reductions, reduction => {
      const { settings } = reduction;
      if (!isObject(settings) || !('resamples' in settings)) return reduction;
      const { resamples, ...own } = settings;
      return {
        ...reduction,
        resamples: isObject(resamples) ? { ...PLAIN_RESAMPLING, ...resamples } : resamples,
        settings: own,
      };
    }),
  };
}

/** Version 3 knew repeats by one column. */
function fromThird(recipe: Plain): unknown {
  return {
    ...recipe,
    version: 4,
    reductions: each(recipe.reductions, reduction => {
      const by = reduction['repeatsBy'] ?? null;
      return { ...reduction, repeatsBy: Array.isArray(by) ? by : by === null ? [] : [by] };
    }),
  };
}

function fromSecond(recipe: Plain): unknown {
  return {
    ...recipe,
    version: 3,
    reductions: each(recipe.reductions, ({ method, ...reduction }) => {
      const members = Object.entries(reduction);
      const own = members.filter(([member]) => OF_COMPONENTS.includes(member));
      const shared = members.filter(([member]) => !OF_COMPONENTS.includes(member));
      return { ...Object.fromEntries(shared), settings: { method, ...Object.fromEntries(own) } };
    }),
    scores: each(recipe.scores, score => {
      const { frozen } = score;
      return isObject(frozen) ? { ...score, frozen: { method: 'components', ask: frozen } } : score;
    }),
  };
}

/** Version 1 kept what belongs to names under these names, as members of objects. */
function fromFirst(recipe: Plain): unknown {
  return {
    ...recipe,
    version: 2,
    columns: each(recipe.columns, column => ({
      ...column,
      ...listed(column, 'values', ([entry, number]) => ({ entry, number })),
      ...listed(column, 'colours', ([level, place]) => ({ level, place })),
    })),
    made: each(recipe.made, made => {
      const how = made['how'];
      if (!isObject(how)) return made;
      return { ...made, how: { ...how, ...listed(how, 'levels', ([from, to]) => ({ from, to })) } };
    }),
    preparation: preparationFromFirst(recipe.preparation),
    reductions: each(recipe.reductions, reduction => ({
      ...reduction,
      ...listed(reduction, 'names', ([dimension, name]) => ({ dimension: Number(dimension), name })),
    })),
    scores: each(recipe.scores, score => {
      const { frozen } = score;
      if (!isObject(frozen)) return score;
      return { ...score, frozen: { ...frozen, preparation: preparationFromFirst(frozen['preparation']) } };
    }),
  };
}

function preparationFromFirst(preparation: unknown): unknown {
  if (!isObject(preparation)) return preparation;
  return {
    ...preparation,
    ...listed(preparation, 'transforms', ([measure, transform]) => ({ measure, transform })),
    ...listed(preparation, 'reversed', ([measure, ends]) => ({ measure, ends })),
  };
}

// eslint-disable-next-line no-restricted-syntax -- parsed JSON, whose members are its own
type Members = { readonly [member in string]: unknown };

const isObject = (value: unknown): value is Members => typeof value === 'object' && value !== null;

const each = (list: unknown, change: (item: Members) => unknown): unknown =>
  Array.isArray(list) ? list.map((item: unknown) => (isObject(item) ? change(item) : item)) : list;

/** A member that is an object as the list of its own members; nothing where there is none. */
function listed(of: Members, member: string, item: (entry: [string, unknown]) => unknown): Members {
  const value = of[member];
  return isObject(value) && !Array.isArray(value) ? { [member]: Object.entries(value).map(item) } : {};
}
