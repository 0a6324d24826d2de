import { useMemo } from 'react';
import { columnOf, type Matrix } from '@wold/core/algebra/matrix';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction } from '@wold/core/recipe/schema';
import { changedNeighbours, type ChangedNeighbours } from '@wold/core/use/changedNeighbours';
import { alignedPlane, planeAlignment } from '@wold/core/use/planeAlignment';
import { usePlacement } from '../../results/stages';
import { useHand, useStudy } from '../../store/useStudy';

/** A reduction that stands beside the one in hand. */
export interface Beside {
  /** The name of the one in hand. */
  readonly over: string;
  /** What is left between the two once this one is turned, as a share of the other’s spread; null where it stays as it is. */
  readonly left: number | null;
  readonly changed: ChangedNeighbours | null;
}

/** Neighbours of each row that are held against those in the other. */
const NEIGHBOURS = 10;

/** Two points lie over two others whatever they are. */
const FEWEST = 3;

/**
 * Where a reduction has its rows on the screen: where its axes mean nothing and another is in hand, turned, mirrored and
 * scaled so that it lies as that one does; and what differs between the two.
 */
export function useBeside(
  reduction: Reduction,
  placement: Placement,
): { readonly placement: Placement; readonly beside: Beside | null } {
  const hand = useHand();
  const { beside } = useStudy();
  const other = usePlacement(hand).value;
  const stands = beside.includes(reduction.id) && hand.id !== reduction.id && other !== null;
  const aligned = useMemo(
    () => (stands && placement.structure === null ? laidOver(other, hand, placement, reduction) : null),
    [stands, other, hand, placement, reduction],
  );
  const changed = useMemo(
    () => (stands ? changedNeighbours(placement, other, NEIGHBOURS) : null),
    [stands, placement, other],
  );
  if (!stands) return { placement, beside: null };
  return {
    placement: aligned?.placement ?? placement,
    beside: { over: hand.name, left: aligned?.left ?? null, changed },
  };
}

/** The dimensions that are shown of one placement, laid over those of the other by the rows in both. */
function laidOver(still: Placement, hand: Reduction, moved: Placement, reduction: Reduction) {
  if (still.at.columns < 2 || moved.at.columns < 2) return null;
  const placeIn = new Map(Array.from(still.rows, (row, place) => [row, place]));
  const own = [...moved.rows.keys()].filter(place => placeIn.has(moved.rows[place]!));
  if (own.length < FEWEST) return null;
  const theirs = own.map(place => placeIn.get(moved.rows[place]!)!);
  const plane = ({ at }: Placement, { map }: Reduction, places: readonly number[]) => {
    const [x, y] = shownColumns(at, map);
    return {
      x: places.map(place => columnOf(at, x)[place]!),
      y: places.map(place => columnOf(at, y)[place]!),
    };
  };
  const alignment = planeAlignment(plane(still, hand, theirs), plane(moved, reduction, own));
  if (alignment === null) return null;
  const turned = (at: Matrix): Matrix => {
    const [x, y] = shownColumns(at, reduction.map);
    const result = { ...at, values: at.values.slice() };
    const found = alignedPlane(alignment, { x: columnOf(at, x), y: columnOf(at, y) });
    columnOf(result, x).set(found.x);
    columnOf(result, y).set(found.y);
    return result;
  };
  const placement: Placement = { ...moved, at: turned(moved.at), placedAt: turned(moved.placedAt) };
  return { placement, left: alignment.left };
}

/** Counted from 0. */
const shownColumns = ({ columns }: Matrix, { x, y }: Reduction['map']): readonly [number, number] => [
  Math.min(x, columns) - 1,
  Math.min(y, columns) - 1,
];
