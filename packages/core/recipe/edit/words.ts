import { plainWords, type WordsSettings } from '../../words/settings';
import { LEADING } from '../../methods/components/settings';
import type { Recipe, Reduction } from '../schema';
import { withRoles } from './columns';
import { withPreparation } from './preparation';
import type { Role } from '../../table/role';

type Words = NonNullable<Recipe['preparation']['words']>;

/**
 * The recipe where a column of text is split into words, which then are the measures: centred, its components the leading
 * ones, its maps by the cosine of these.
 *
 * @param rows of the table
 */
export function withSplit(recipe: Recipe, column: string, rows: number): Recipe {
  const known = recipe.preparation.words;
  const words = { ...(known ?? plainWords(column, rows)), column } as Words;
  const columns = recipe.columns.map(one => (one.name === column ? { ...one, role: 'text' as const } : one));
  return {
    ...withPreparation(
      { ...recipe, columns },
      { words, scale: known === null ? 'centre' : recipe.preparation.scale },
    ),
    reductions: known === null ? recipe.reductions.map(ofWords) : recipe.reductions,
  };
}

/**
 * The recipe with columns in another role by hand. A text that is made one so is the one whose words are reduced, where
 * words are, or where there are hardly any numbers to reduce.
 *
 * @param rows of the table
 */
export function withRolesByHand(recipe: Recipe, names: readonly string[], role: Role, rows: number): Recipe {
  const changed = withRoles(recipe, names, role);
  const last = names.at(-1);
  if (role !== 'text' || last === undefined) return changed;
  const measures = changed.columns.filter(column => column.role === 'measure').length;
  return recipe.preparation.words !== null || measures < 2 ? withSplit(changed, last, rows) : changed;
}

/** A reduction by settings that mean something to words. */
function ofWords(reduction: Reduction): Reduction {
  const { settings } = reduction;
  if (settings.method === 'components' && typeof settings.keep === 'string') {
    return { ...reduction, settings: { ...settings, keep: LEADING } };
  }
  if (settings.method !== 'neighbours') return reduction;
  return { ...reduction, settings: { ...settings, metric: 'cosine', leading: LEADING } };
}

/** The recipe where columns of numbers are the measures again. */
export const withoutSplit = (recipe: Recipe): Recipe => withPreparation(recipe, { words: null });

/** The recipe with a change of how its text is split. */
export function withWords(recipe: Recipe, change: Partial<WordsSettings>): Recipe {
  const { words } = recipe.preparation;
  if (words === null) return recipe;
  return withPreparation(recipe, { words: { ...words, ...change } as Words });
}

/** The recipe with words set aside, which are joined to none then. */
export function withWordsAside(recipe: Recipe, words: readonly string[]): Recipe {
  const { aside, joined } = recipe.preparation.words!;
  const gone = new Set(words);
  return withWords(recipe, {
    aside: [...new Set([...aside, ...words])],
    joined: joined.filter(({ from, to }) => !gone.has(from) && !gone.has(to)),
  });
}

/** The recipe where words are taken for another. What was taken for one of them is taken for that one too. */
export function withWordsJoined(recipe: Recipe, words: readonly string[], to: string): Recipe {
  const { joined } = recipe.preparation.words!;
  const from = new Set(words.filter(word => word !== to));
  return withWords(recipe, {
    joined: [
      ...joined
        .filter(one => !from.has(one.from) && one.from !== to)
        .map(one => (from.has(one.to) ? { ...one, to } : one)),
      ...[...from].map(word => ({ from: word, to })),
    ],
  });
}

/** The recipe with a word as it was before it was set aside or joined. */
export function withWordBack(recipe: Recipe, word: string): Recipe {
  const { aside, joined } = recipe.preparation.words!;
  return withWords(recipe, {
    aside: aside.filter(other => other !== word),
    joined: joined.filter(({ from }) => from !== word),
  });
}
