import type { CodebookEntry } from '../../table/codebook';
import type { Recipe } from '../schema';
import { withColumn } from './columns';

/** The recipe with what a codebook says of its columns, and how many of them it knows. */
export function withCodebook(
  recipe: Recipe,
  codebook: readonly CodebookEntry[],
): { recipe: Recipe; known: number } {
  const entries = new Map(codebook.map(entry => [entry.name, entry]));
  const entryOf = ({ name, heading = name }: Recipe['columns'][number]) =>
    entries.get(name) ?? entries.get(heading);
  const known = recipe.columns.filter(column => entryOf(column) !== undefined);
  const result = known.reduce((changed, column) => {
    const { name: _, ...said } = entryOf(column)!;
    const { name } = column;
    return withColumn(changed, name, said);
  }, recipe);
  return { recipe: result, known: known.length };
}
