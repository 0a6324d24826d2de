import { quietHost, stretch, type Host } from '../../host';
import { descentNeighbours, exactIsQuicker } from '../../nearest/descent';
import { exactNeighbours, type Neighbours } from '../../nearest/exactNeighbours';
import { recallOf } from '../../nearest/recall';
import type { GraphFacts } from './neighbourMap';
import type { Points, SearchedRows } from './points';

/** The neighbours of every distinct row, on which any map of the rows rests. */
export interface NeighbourGraph extends Points, Pick<GraphFacts, 'found' | 'recall'> {
  /** Distances are Euclid's of the metric's rows, sums of sizes, or those given. */
  readonly neighbours: Neighbours;
}

/** The graph of nearest neighbours: all distances looked at up to 5,000 points, or where that is quicker than to search. */
export function neighbourGraph(
  { flat, by, placedRows: _r, placed: _p, ...points }: SearchedRows,
  wanted: number,
  host: Host = quietHost,
): NeighbourGraph {
  const found = Math.min(wanted, points.points - 1);
  if (by === 'given' || exactIsQuicker(flat, found)) {
    return { ...points, found, neighbours: exactNeighbours(flat, found, by, host), recall: null };
  }
  const neighbours = descentNeighbours(flat, found, by, stretch(host, 0, 0.95));
  return { ...points, found, neighbours, recall: recallOf(flat, neighbours, by, stretch(host, 0.95, 1)) };
}
