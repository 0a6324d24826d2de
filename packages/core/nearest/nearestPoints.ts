import type { FlatRows } from './rows';
import type { SearchMetric } from './metric';

/** The nearest points of one row, nearest first. */
export interface NearestPoints {
  readonly points: Uint32Array;
  readonly distances: Float32Array;
}

/**
 * The k points nearest to a row, of equally near ones the first.
 *
 * @param entries of the row, as long as the stride of the points
 * @param but a point that is not looked at; −1 for none
 */
export function nearestPoints(
  { n, stride, values }: FlatRows,
  entries: Float32Array,
  k: number,
  by: SearchMetric,
  but = -1,
): NearestPoints {
  const count = Math.min(k, but < 0 ? n : n - 1);
  const points = new Uint32Array(count);
  const far = new Float64Array(count).fill(Infinity);
  for (let i = 0; i < n; i++) {
    if (i === but) continue;
    const at = i * stride;
    let distance = 0;
    if (by === 'manhattan') {
      for (let j = 0; j < stride; j++) distance += Math.abs(entries[j]! - values[at + j]!);
    } else {
      for (let j = 0; j < stride; j++) {
        const off = entries[j]! - values[at + j]!;
        distance += off * off;
      }
    }
    if (!(distance < far[count - 1]!)) continue;
    let place = count - 1;
    for (; place > 0 && far[place - 1]! > distance; place--) {
      far[place] = far[place - 1]!;
      points[place] = points[place - 1]!;
    }
    far[place] = distance;
    points[place] = i;
  }
  return {
    points,
    distances: Float32Array.from(far, distance => (by === 'manhattan' ? distance : Math.sqrt(distance))),
  };
}
