import type { CodebookEntry } from '../../table/codebook';
import type { Recipe } from '../schema';
import { withColumn } from './columns';

/** The recipe with what a codebook says of its columns, and how many of them it knows. */
export function withCodebook(
  recipe: Recipe,
  codebook: readonly CodebookEntry[],
): { recipe: Recipe; known: number } {
  const entries = new Map(codebook.map(entry => [entry.name, entry]));
  const known = recipe.columns.filter(({ name }) => entries.has(name));
  const result = known.reduce((changed, { name }) => {
    const { name: _, ...said } = entries.get(name)!;
    return withColumn(changed, name, said);
  }, recipe);
  return { recipe: result, known: known.length };
}
