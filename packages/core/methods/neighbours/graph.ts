import type { Matrix } from '../../algebra/matrix';
import { quietHost, stretch, type Host } from '../../host';
import { exactNeighbours, type Neighbours } from '../../nearest/exactNeighbours';
import type { AnyPrepared } from '../../preparation/prepared';
import type { GraphFacts } from './neighbourMap';
import { searchedRows } from './searchedRows';
import type { OfGraph } from './question';

/** The neighbours of every distinct row, on which any map of the rows rests. */
export interface NeighbourGraph extends Omit<GraphFacts, 'parts'> {
  readonly measures: readonly string[];
  readonly rows: Uint32Array;
  readonly notPlaced: number;
  /** A weight per row, or null where all are 1, and whether these are counts. They have no say in where rows lie. */
  readonly weights: Float64Array | null;
  readonly counts: boolean;
  /** The point of each row: rows that are the same share one. */
  readonly point: Uint32Array;
  /** Distances are Euclid's of {@link metricRows}, or sums of sizes. */
  readonly neighbours: Neighbours;
  /** Points × 3 or fewer: scores on the leading components of what distances are taken of. */
  readonly places: Matrix;
}

/** The graph of nearest neighbours. @throws Problem as {@link searchedRows} does */
export function neighbourGraph(prepared: AnyPrepared, ask: OfGraph, host: Host = quietHost): NeighbourGraph {
  const { flat, by, ...searched } = searchedRows(prepared, ask, stretch(host, 0, 0.2));
  const found = Math.min(ask.neighbours, searched.points - 1);
  const neighbours = exactNeighbours(flat, found, by, stretch(host, 0.2, 1));
  return { ...searched, found, neighbours, recall: null };
}
