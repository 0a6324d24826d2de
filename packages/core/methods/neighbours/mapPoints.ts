import { columnOf, zeros, type Matrix } from '../../algebra/matrix';
import type { NeighbourMap } from './neighbourMap';
import type { Points } from './points';

/** Where the points of a map are: each that of its rows. */
export function mapPoints(
  { at }: Pick<NeighbourMap, 'at'>,
  { point, points }: Pick<Points, 'point' | 'points'>,
): Matrix {
  const result = zeros(points, at.columns);
  for (let d = 0; d < at.columns; d++) {
    const [from, to] = [columnOf(at, d), columnOf(result, d)];
    point.forEach((one, row) => (to[one] = from[row]!));
  }
  return result;
}
