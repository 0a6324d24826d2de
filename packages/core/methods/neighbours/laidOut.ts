import { zeros } from '../../algebra/matrix';
import type { NeighbourGraph } from './graph';
import type { NeighbourMap } from './neighbourMap';

type Course = Pick<NeighbourMap, 'by' | 'done' | 'of' | 'loss' | 'note'> & { readonly parts: number };

/** The map as it stands: every row on its point, about the middle of all rows. */
export function laidOut(
  graph: NeighbourGraph,
  places: Float32Array,
  width: number,
  dimensions: number,
  { parts, ...course }: Course,
): NeighbourMap {
  const { measures, rows, notPlaced, point, points, copies, found, recall, leading } = graph;
  const at = zeros(rows.length, dimensions);
  for (let d = 0; d < dimensions; d++) {
    let sum = 0;
    for (let i = 0; i < rows.length; i++) sum += places[point[i]! * width + d]!;
    const mean = sum / rows.length;
    for (let i = 0; i < rows.length; i++) {
      at.values[d * rows.length + i] = places[point[i]! * width + d]! - mean;
    }
  }
  return {
    measures,
    rows,
    at,
    notPlaced,
    ...course,
    graph: { points, copies, found, recall, leading, parts },
  };
}
