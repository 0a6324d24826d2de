import type { Metric } from '../../nearest/metric';
import type { OfPreparation } from '../../preparation/stages';
import type { NeighboursSettings, Start, TsneSettings, UmapSettings } from './settings';

/** What the rows that distances are taken of depend on. */
export interface OfSearched extends OfPreparation {
  readonly without: readonly string[];
  readonly metric: Metric;
  readonly leading: number | null;
}

/** What the graph of neighbours depends on. */
export interface OfGraph extends OfSearched {
  /** Neighbours of each row that are found: a step of the ladder, so that nearby settings share them. */
  readonly neighbours: number;
}

/** What a neighbour map depends on. */
export interface NeighboursAsk extends OfGraph {
  readonly layout: ({ readonly by: 't-sne' } & TsneSettings) | ({ readonly by: 'umap' } & UmapSettings);
  readonly dimensions: NeighboursSettings['dimensions'];
  readonly start: Start;
  readonly seed: number;
}
