import { prepared, type OfPreparation } from '../../preparation/stages';
import { stage } from '../../stages/stage';
import type { Metric } from '../../nearest/metric';
import type { NeighbourGraph } from './graph';
import type { NeighbourMap } from './neighbourMap';
import type { MapAgreement, MapQuality } from './quality';
import type { Region, RegionApart } from './setApart';
import type { NeighboursSettings, Start, TsneSettings, UmapSettings } from './settings';

/** What the graph of neighbours depends on. */
export interface OfGraph extends OfPreparation {
  readonly without: readonly string[];
  readonly metric: Metric;
  readonly leading: number | null;
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

export const neighbourGraph = stage<OfGraph, NeighbourGraph>('neighbourGraph', 1, 'long', [prepared], {
  kept: true,
});

export const neighbourMap = stage<NeighboursAsk, NeighbourMap>(
  'neighbourMap',
  1,
  'long',
  [prepared, neighbourGraph],
  { kept: true, courseOf: ask => ({ ...ask, layout: goingOn(ask.layout) }) },
);

/** A layout but for how far it goes; UMAP's steps grow shorter towards its end, which is another way then. */
const goingOn = (layout: NeighboursAsk['layout']): object =>
  layout.by === 't-sne' ? { ...layout, iterations: 0 } : layout;

/** How true a map is to the neighbours in the table. */
export const mapQuality = stage<NeighboursAsk & { readonly judgedAt: number }, MapQuality>(
  'mapQuality',
  1,
  'long',
  [prepared, neighbourGraph, neighbourMap],
);

/** Agreement of a label among the nearest. */
export const mapAgreement = stage<
  NeighboursAsk & { readonly judgedAt: number; readonly label: string },
  MapAgreement
>('mapAgreement', 1, 'long', [neighbourGraph, neighbourMap]);

/** What sets some rows of a map apart, by column. */
export const setApart = stage<NeighboursAsk & { readonly region: Region }, RegionApart>(
  'setApart',
  1,
  'heavy',
  [prepared, neighbourMap],
);
