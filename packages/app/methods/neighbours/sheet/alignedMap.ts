import { columnOf, type Matrix } from '@wold/core/algebra/matrix';
import type { NeighbourMap } from '@wold/core/methods/neighbours/neighbourMap';
import { neighboursPlacement } from '@wold/core/methods/neighbours/placement';
import type { Placement } from '@wold/core/methods/placement';
import { alignedPlane, planeAlignment } from '@wold/core/use/planeAlignment';

/** A map of the sheet, its first two dimensions turned, mirrored and scaled to lie as the one in hand. */
export function alignedMap(map: NeighbourMap, hand: NeighbourMap | null): Placement {
  const placement = neighboursPlacement(map);
  if (hand === null || hand === map || map.at.columns < 2 || hand.at.columns < 2) return placement;
  if (hand.rows.length !== map.rows.length) return placement;
  const plane = ({ at }: { readonly at: Matrix }) => ({ x: columnOf(at, 0), y: columnOf(at, 1) });
  const alignment = planeAlignment(plane(hand), plane(map));
  if (alignment === null) return placement;
  const at = { ...map.at, values: map.at.values.slice() };
  const turned = alignedPlane(alignment, plane(map));
  columnOf(at, 0).set(turned.x);
  columnOf(at, 1).set(turned.y);
  return { ...placement, at };
}
