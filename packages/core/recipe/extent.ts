import { methodNamed } from '../methods/all';
import { sampleOf, type Table } from '../table/table';
import type { Recipe, Reduction } from './schema';

/** What rows a figure is of, where the rows at hand are a sample of a table that stays in its engine. */
export type Extent = 'whole' | 'sample';

/** Where a recipe says that its table lies; nothing where the rows at hand are all there is. */
export function sourceOfRecipe(table: Pick<Table, 'source'>): Pick<Recipe, 'source'> {
  const sample = sampleOf(table);
  return sample === null ? {} : { source: { name: sample.source, table: sample.table } };
}

/** Whether any figure is of the whole; null where the rows at hand are all there is. */
export function extentOf({ preparation }: Recipe, table: Pick<Table, 'source'>): Extent | null {
  if (sampleOf(table) === null) return null;
  return preparation.extent === 'sample' ? 'sample' : 'whole';
}

/** Of which rows correlations of a kind are: ranks and categories need rows. */
export const correlationsExtent = (recipe: Recipe, table: Pick<Table, 'source'>): Extent | null =>
  orSample(extentOf(recipe, table), recipe.suitability.correlations === 'pearson');

/** Of which rows a reduction's dimensions are; places of rows on them are always the sample's. */
export const reductionExtent = (
  recipe: Recipe,
  table: Pick<Table, 'source'>,
  { settings }: Reduction,
): Extent | null => orSample(extentOf(recipe, table), methodNamed(settings.method).ofMoments(settings));

const orSample = (extent: Extent | null, ofMoments: boolean): Extent | null =>
  extent === 'whole' && !ofMoments ? 'sample' : extent;
