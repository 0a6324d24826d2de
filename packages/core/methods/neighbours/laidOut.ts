import { zeros } from '../../algebra/matrix';
import type { NeighbourGraph } from './graph';
import type { NeighbourMap } from './neighbourMap';

type Course = Pick<NeighbourMap, 'by' | 'done' | 'of' | 'loss' | 'note'> & { readonly parts: number };

/** The map as it stands: every row on its point, about the middle of the points. */
export function laidOut(
  graph: NeighbourGraph,
  places: Float32Array,
  width: number,
  dimensions: number,
  { parts, ...course }: Course,
): NeighbourMap {
  const { measures, rows, notPlaced, weights, counts, point, points, copies, found, recall, leading } = graph;
  const at = zeros(rows.length, dimensions);
  for (let d = 0; d < dimensions; d++) {
    let sum = 0;
    for (let i = 0; i < points; i++) sum += places[i * width + d]!;
    const mean = sum / points;
    for (let i = 0; i < rows.length; i++) {
      at.values[d * rows.length + i] = places[point[i]! * width + d]! - mean;
    }
  }
  return {
    measures,
    rows,
    at,
    weights,
    counts,
    notPlaced,
    ...course,
    graph: { points, copies, found, recall, leading, parts },
  };
}
