import type { Neighbours } from './exactNeighbours';
import type { Leaves } from './forest';
import type { Lists } from './lists';

/** A search that gets better step by step: for each row the nearest of those that it was held against. */
export interface Search {
  /** What rows have along directions of their stride: directions × n. */
  readonly project: (directions: Float32Array) => Float32Array;
  /** Holds the rows of each leaf against one another. */
  readonly join: (leaves: Leaves) => void;
  /** n × k, not in order; new ones marked. */
  readonly neighbours: () => Uint32Array;
  /** Looks among neighbours of neighbours; how many became nearer ones. */
  readonly descend: (fresh: Lists, known: Lists) => number;
  readonly sorted: () => Neighbours;
  readonly end: () => void;
}
