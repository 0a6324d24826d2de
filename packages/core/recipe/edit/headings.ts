import { LONGEST_WORDING } from '../../limits';
import { shortHeadings } from '../../table/headings';
import type { Recipe } from '../schema';
import { withColumnsRenamed } from './renamed';

/** The columns whose heading in the file is split into a short name and a wording. */
export const splitColumns = (recipe: Recipe): Recipe['columns'] =>
  recipe.columns.filter(({ heading }) => heading !== undefined);

/** The recipe with columns called as their file has them; a wording that was split off goes with its short name. */
export function withWholeHeadings(recipe: Recipe): Recipe {
  const split = splitColumns(recipe);
  const columns = recipe.columns.map(column => {
    const { heading, wording, ...others } = column;
    if (heading === undefined) return column;
    return { ...others, ...(wording === undefined || heading.endsWith(wording) ? {} : { wording }) };
  });
  return withColumnsRenamed(
    { ...recipe, columns },
    new Map(split.map(({ name, heading }) => [name, heading!])),
  );
}

/** The recipe with long headings split into a short name and a wording; a wording that was given stays. */
export function withShortHeadings(recipe: Recipe): Recipe {
  const short = shortHeadings(recipe.columns.map(({ name }) => name));
  const made = new Set([...recipe.made, ...recipe.scores].map(({ name }) => name));
  const names = new Map<string, string>();
  const columns = recipe.columns.map((column, j) => {
    const split = short[j];
    if (split === undefined || split === null || column.heading !== undefined || made.has(column.name))
      return column;
    names.set(column.name, split.name);
    const wording = column.wording ?? split.wording.slice(0, LONGEST_WORDING);
    return { ...column, heading: column.name, wording };
  });
  return withColumnsRenamed({ ...recipe, columns }, names);
}
