import { zeros } from '../../algebra/matrix';
import type { Placement } from '../placement';
import type { NeighbourMap } from './neighbourMap';

/** Where a neighbour map has rows. Its axes hold no share of anything, and no measure correlates with them by design. */
export const neighboursPlacement = ({ rows, at, weights, counts }: NeighbourMap): Placement => ({
  rows,
  at,
  placedRows: new Uint32Array(0),
  placedAt: zeros(0, at.columns),
  weights,
  counts,
  shares: null,
  structure: null,
});
