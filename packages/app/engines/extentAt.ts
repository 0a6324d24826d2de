import { correlationsExtent, extentOf, reductionExtent, type Extent } from '@wold/core/recipe/extent';
import type { Recipe, Reduction } from '@wold/core/recipe/schema';
import type { Table } from '@wold/core/table/table';
import type { QuestionRoute } from '../readings/questions';

/** Views of the fifth and seventh question that need no rows. */
const NEED_NO_ROWS = new Set(['words', 'along', 'ledger', 'plane', 'fit', 'residuals', 'reliability']);

/**
 * Of which rows the figures of a question are: of the whole table in its engine, or of the sample at hand; null where the
 * rows at hand are all there is, or there are no figures.
 *
 * @param view of the question that is seen; the first where it is not told
 */
export function extentAt(
  route: QuestionRoute,
  view: string | null,
  recipe: Recipe,
  table: Pick<Table, 'source'>,
  reduction: Reduction,
): Extent | null {
  const extent = extentOf(recipe, table);
  if (extent === null || extent === 'sample') return extent;
  const ofDimensions = reductionExtent(recipe, table, reduction);
  switch (route) {
    case 'table':
      return view === 'columns' ? 'whole' : 'sample';
    case 'preparation':
      return 'sample';
    case 'map':
      return view === 'groups' ? extent : 'sample';
    case 'suitability':
      return correlationsExtent(recipe, table);
    case 'dimensions':
      return ofDimensions;
    case 'meaning':
      return view === null || NEED_NO_ROWS.has(view) ? ofDimensions : 'sample';
    case 'trust': {
      if (reduction.settings.method === 'components' && view === 'groups') return extent;
      if (view === 'repeats') return ofDimensions;
      const ofFit = reduction.settings.method === 'factors' && (view === null || NEED_NO_ROWS.has(view));
      return ofFit ? ofDimensions : 'sample';
    }
    case 'writeup':
      return null;
  }
}
