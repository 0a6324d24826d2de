import type { Components } from '@wold/core/methods/components/components';
import type { RowMap } from '@wold/core/recipe/schema';
import { arrowsAmong, type MapArrows } from '../../parts/map/arrowsAmong';
import type { Points } from '../../../readings/map/points';
import { spreadBy } from './spread';

/**
 * The strongest columns as arrows (Gabriel 1971): coefficients with scores, loadings with standardised scores, the
 * geometric mean of the two where both are spread evenly, so that the product of a row's point and a column's arrow is
 * what the two dimensions make of its entry. All are multiplied by one number.
 */
export function mapArrows(components: Components, points: Points, map: RowMap): MapArrows {
  const { measures, kept, loadings, correlations, rotation, variances } = components;
  const p = measures.length;
  const axes = points.flat
    ? [Math.min(map.x, kept) - 1]
    : [Math.min(map.x, kept) - 1, Math.min(map.y, kept) - 1];
  const strength = (j: number) => axes.reduce((sum, d) => sum + correlations.values[d * p + j]! ** 2, 0);
  const at = (j: number, d: number | undefined): number => {
    if (d === undefined) return 0;
    const loading = loadings.values[d * p + j]!;
    // Scores times this are what loadings belong to.
    return rotation === null
      ? loading / Math.sqrt(variances[d]!) / spreadBy(components, map.spread, d)
      : loading;
  };
  const strongest = [...measures.keys()]
    .sort((a, b) => strength(b) - strength(a) || a - b)
    .slice(0, map.arrows)
    .map(j => ({ measure: measures[j]!, x: at(j, axes[0]), y: at(j, axes[1]) }));
  return arrowsAmong(points, strongest);
}
