import { entry } from '../algebra/matrix';
import { pairAt, type RowPlaces } from '../trust/rowPlaces';
import { ellipseOf, type Ellipse } from './groupEllipses';

/** Where a row would lie were the rows drawn anew. */
export interface RowEllipse {
  /** Of the table. */
  readonly row: number;
  readonly centre: readonly [number, number];
  readonly ellipse: Ellipse;
}

/**
 * An ellipse for each of some rows, out to the χ² quantile of 2 degrees of freedom, −2 ln(1 − share), about its mean place
 * over the resamples; none for rows that were not used, or where a dimension was not followed.
 *
 * @param x, y dimensions counted from 0
 * @param times what places along each are multiplied by on the map
 */
export function rowEllipses(
  { rows, means, covariances }: RowPlaces,
  wanted: readonly number[],
  [x, y]: readonly [number, number],
  [timesX, timesY]: readonly [number, number],
  share: number,
): RowEllipse[] {
  const followed = means.columns;
  if (x >= followed || y >= followed) return [];
  const placeOf = new Map(Array.from(rows, (row, place) => [row, place]));
  const cov = (i: number, a: number, b: number) => entry(covariances, i, pairAt(followed, a, b));
  return wanted.flatMap(row => {
    const i = placeOf.get(row);
    if (i === undefined) return [];
    const covariance = [
      cov(i, x, x) * timesX ** 2,
      cov(i, x, y) * timesX * timesY,
      cov(i, y, y) * timesY ** 2,
    ] as const;
    return {
      row,
      centre: [entry(means, i, x) * timesX, entry(means, i, y) * timesY] as const,
      ellipse: ellipseOf(covariance, -2 * Math.log1p(-share)),
    };
  });
}
