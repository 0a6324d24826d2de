import { leastOf } from '@wold/core/algebra/extremes';
import type { Components } from '@wold/core/methods/components/components';
import type { RowMap } from '@wold/core/recipe/schema';
import type { MapArrow } from '../../../readings/map/mapArrow';
import type { Points } from '../../../readings/map/points';
import { spreadBy } from './spread';

export interface MapArrows {
  readonly arrows: readonly MapArrow[];
  /** What all arrows were multiplied by to be seen among the rows. */
  readonly times: number;
}

/** The least and the largest number, and 0 where all lie on one side of it. */
function ends(values: Float64Array): readonly [number, number] {
  let [least, most] = [0, 0];
  for (const value of values) {
    least = Math.min(least, value);
    most = Math.max(most, value);
  }
  return [least, most];
}

/** How far into the spread of the rows the arrows reach. */
const REACH = 0.85;

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
  const across = ends(points.x);
  const up = ends(points.y);
  // As far as the rows reach in each arrow's direction.
  const rooms = strongest.flatMap(({ x, y }) => [
    ...(x === 0 ? [] : [(x > 0 ? across[1] : across[0]) / x]),
    ...(y === 0 ? [] : [(y > 0 ? up[1] : up[0]) / y]),
  ]);
  const room = leastOf(rooms.filter(value => value > 0));
  const times = Number.isFinite(room) ? REACH * room : 1;
  return { arrows: strongest.map(({ measure, x, y }) => ({ measure, x: x * times, y: y * times })), times };
}
