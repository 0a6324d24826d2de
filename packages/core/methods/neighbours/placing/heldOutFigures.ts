import { entry, zeros, type Matrix } from '../../../algebra/matrix';
import type { Neighbours } from '../../../nearest/exactNeighbours';
import { nearestPoints } from '../../../nearest/nearestPoints';
import { flatRows } from '../../../nearest/rows';
import type { HeldOut } from './placedOnMap';

/** Neighbours by which it is told whether a row came out among its own. */
const NEAREST = 10;

/**
 * How far points were placed from where they are, beside how far neighbours in the table are from each other on the map.
 *
 * @param at all points of the map
 * @param told points that were placed again
 */
export function heldOutFigures(
  at: Matrix,
  { k: found, rows: near }: Neighbours,
  told: Uint32Array,
  placed: Matrix,
): Pick<HeldOut, 'error' | 'median' | 'spread' | 'k' | 'kept'> {
  const distance = (a: Matrix, i: number, b: Matrix, j: number) => {
    let square = 0;
    for (let d = 0; d < a.columns; d++) square += (entry(a, i, d) - entry(b, j, d)) ** 2;
    return Math.sqrt(square);
  };
  const errors = Float64Array.from(told, (point, i) => distance(at, point, placed, i)).sort();
  const k = Math.min(NEAREST, found, at.rows - 1);
  let spread = 0;
  for (const point of told) {
    for (let e = 0; e < k; e++)
      spread += distance(at, point, at, near[point * found + e]!) / (k * told.length);
  }
  const flat = flatRows(at);
  const placedFlat = flatRows(placed.rows > 0 ? placed : zeros(0, at.columns));
  const row = (of: typeof flat, i: number) => of.values.subarray(i * of.stride, (i + 1) * of.stride);
  let kept = 0;
  told.forEach((point, i) => {
    const own = new Set(nearestPoints(flat, row(flat, point), k, 'euclidean', point).points);
    for (const other of nearestPoints(flat, row(placedFlat, i), k, 'euclidean', point).points) {
      kept += Number(own.has(other)) / (k * told.length);
    }
  });
  return {
    error: errors.reduce((sum, value) => sum + value, 0) / errors.length,
    median: (errors[(errors.length - 1) >> 1]! + errors[errors.length >> 1]!) / 2,
    spread,
    k,
    kept,
  };
}
