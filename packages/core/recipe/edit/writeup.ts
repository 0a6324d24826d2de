import type { AddedSentence, KeptFigure, SentencePlace } from '../../writeup/writeup';
import type { Recipe } from '../schema';

type Made = Recipe['writeup'];

const withWriteup = (recipe: Recipe, change: Partial<Made>): Recipe => ({
  ...recipe,
  writeup: { ...recipe.writeup, ...change },
});

/** How the figures of the report are printed. */
export const withPrintStyle = (recipe: Recipe, change: Partial<Made['style']>): Recipe =>
  withWriteup(recipe, { style: { ...recipe.writeup.style, ...change } });

/** A sentence in other words; as it grew where there are none. */
export function withSentence(recipe: Recipe, key: string, text: string | null): Recipe {
  const { edited, added } = recipe.writeup;
  if (added.some(one => one.key === key)) {
    return text === null || text.trim() === ''
      ? withWriteup(recipe, { added: added.filter(one => one.key !== key) })
      : withWriteup(recipe, { added: added.map(one => (one.key === key ? { ...one, text } : one)) });
  }
  const others = edited.filter(one => one.key !== key);
  return withWriteup(recipe, { edited: text === null ? others : [...others, { key, text }] });
}

/** A sentence of one's own behind another. */
export function withAddedSentence(recipe: Recipe, sentence: Omit<AddedSentence, 'key'>): Recipe {
  const { added } = recipe.writeup;
  const used = new Set(added.map(({ key }) => key));
  let number = 1;
  while (used.has(`own ${number}`)) number++;
  return withWriteup(recipe, { added: [...added, { ...sentence, key: `own ${number}` }] });
}

/** A sentence or a table left out, or taken in again. */
export const withLeftOut = (recipe: Recipe, key: string, isOut: boolean): Recipe =>
  withWriteup(recipe, {
    out: isOut ? [...new Set([...recipe.writeup.out, key])] : recipe.writeup.out.filter(one => one !== key),
  });

/** The sentences of a place in the order of their keys. */
export const withOrder = (
  recipe: Recipe,
  section: string,
  place: SentencePlace,
  keys: readonly string[],
): Recipe =>
  withWriteup(recipe, {
    order: [
      ...recipe.writeup.order.filter(one => one.section !== section || one.place !== place),
      { section, place, keys: [...keys] },
    ],
  });

/** A picture kept for the report, in the place of one of the same key. */
export const withFigure = (recipe: Recipe, figure: KeptFigure): Recipe =>
  withWriteup(recipe, {
    figures: recipe.writeup.figures.some(({ key }) => key === figure.key)
      ? recipe.writeup.figures.map(one => (one.key === figure.key ? figure : one))
      : [...recipe.writeup.figures, figure],
  });

export const withoutFigure = (recipe: Recipe, key: string): Recipe =>
  withWriteup(recipe, { figures: recipe.writeup.figures.filter(one => one.key !== key) });

/** The report taken as read: figures that differ from now on are told. */
export const withSeen = (recipe: Recipe, seen: NonNullable<Made['seen']>): Recipe =>
  withWriteup(recipe, { seen });
