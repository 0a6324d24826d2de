import type { Components } from '@wold/core/methods/components/components';
import type { RowMap } from '@wold/core/recipe/schema';

/** What scores are multiplied by on a map; rotated ones are standardised as they are. */
export function spreadBy({ rotation, variances }: Components, spread: RowMap['spread'], d: number): number {
  if (rotation !== null || spread === 'scores') return 1;
  const sd = Math.sqrt(variances[d]!);
  return spread === 'standardised' ? 1 / sd : 1 / Math.sqrt(sd);
}

/** What arrows are on a map of that spread. */
export function arrowsAre({ rotation }: Components, spread: RowMap['spread']): string {
  if (rotation !== null || spread === 'standardised') return 'are loadings';
  return spread === 'scores' ? 'are coefficients' : 'are between coefficients and loadings';
}
