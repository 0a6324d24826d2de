import { leastOf } from '@wold/core/algebra/extremes';
import type { MapArrow } from '../../../readings/map/mapArrow';
import type { Points } from '../../../readings/map/points';

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

/** Arrows of columns among the rows, all multiplied by one number so that they reach as far as the rows do. */
export function arrowsAmong(points: Points, strongest: readonly MapArrow[]): MapArrows {
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
