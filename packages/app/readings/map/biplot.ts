import type { Components } from '@wold/core/components/components';
import type { RowMap } from '@wold/core/recipe/schema';
import { spreadBy, type Points } from './points';

/** A column as an arrow on the map of rows. */
export interface MapArrow {
  readonly measure: string;
  /** Its end, in the units of the map. */
  readonly x: number;
  readonly y: number;
}

export interface MapArrows {
  readonly arrows: readonly MapArrow[];
  /** What all arrows were multiplied by to be seen among the rows. */
  readonly times: number;
}

/** How far into the spread of the rows the longest arrow reaches. */
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
  const longest = Math.max(...strongest.map(({ x, y }) => Math.sqrt(x * x + y * y)), 0);
  const size = (values: Float64Array) => values.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  const room = points.flat ? size(points.x) : Math.max(size(points.x), size(points.y));
  const times = longest > 0 && room > 0 ? (REACH * room) / longest : 1;
  return { arrows: strongest.map(({ measure, x, y }) => ({ measure, x: x * times, y: y * times })), times };
}
