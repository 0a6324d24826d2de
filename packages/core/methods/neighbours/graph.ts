import { quietHost, stretch, type Host } from '../../host';
import { descentNeighbours, exactIsQuicker } from '../../nearest/descent';
import { exactNeighbours, type Neighbours } from '../../nearest/exactNeighbours';
import { recallOf } from '../../nearest/recall';
import type { AnyPrepared } from '../../preparation/prepared';
import type { GraphFacts } from './neighbourMap';
import type { Points } from './points';
import { searchedRows } from './searchedRows';
import type { OfGraph } from './question';

/** The neighbours of every distinct row, on which any map of the rows rests. */
export interface NeighbourGraph extends Points, Pick<GraphFacts, 'found' | 'recall'> {
  /** Distances are Euclid's of the metric's rows, sums of sizes, or those given. */
  readonly neighbours: Neighbours;
}

/**
 * The graph of nearest neighbours: all distances looked at up to 5,000 points, or where that is quicker than to search.
 *
 * @throws Problem as {@link searchedRows} does
 */
export function neighbourGraph(prepared: AnyPrepared, ask: OfGraph, host: Host = quietHost): NeighbourGraph {
  const { flat, by, ...searched } = searchedRows(prepared, ask, stretch(host, 0, 0.2));
  const found = Math.min(ask.neighbours, searched.points - 1);
  if (by === 'given' || exactIsQuicker(flat, found)) {
    const neighbours = exactNeighbours(flat, found, by, stretch(host, 0.2, 1));
    return { ...searched, found, neighbours, recall: null };
  }
  const neighbours = descentNeighbours(flat, found, by, stretch(host, 0.2, 0.95));
  const recall = recallOf(flat, neighbours, by, stretch(host, 0.95, 1));
  return { ...searched, found, neighbours, recall };
}
