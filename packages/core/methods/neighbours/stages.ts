import { prepared } from '../../preparation/stages';
import { stage } from '../../stages/stage';
import type { NeighbourGraph } from './graph';
import type { NeighbourMap } from './neighbourMap';
import type { MapAgreement, MapQuality } from './quality';
import type { Region, RegionApart } from './setApart';
import type { NeighboursAsk, OfGraph, OfSearched } from './question';
import type { PlacedOnMap } from './placing/placedOnMap';
import type { SearchedRows } from './points';
import type { Placing } from './settings';

/** What distances are taken of, on which the graph and the judgement of maps rest. */
export const searchedRows = stage<OfSearched, SearchedRows>('searchedRows', 2, 'long', [prepared]);

export const neighbourGraph = stage<OfGraph, NeighbourGraph>('neighbourGraph', 2, 'long', [searchedRows], {
  kept: true,
});

export const neighbourMap = stage<NeighboursAsk, NeighbourMap>('neighbourMap', 1, 'long', [neighbourGraph], {
  kept: true,
  courseOf: ask => ({ ...ask, layout: goingOn(ask.layout) }),
});

/** A layout but for how far it goes. UMAP's steps grow shorter towards its end, so that another end is another way. */
const goingOn = (layout: NeighboursAsk['layout']): object =>
  layout.by === 't-sne' ? { ...layout, iterations: 0 } : { ...layout, stop: null };

/** How true a map is to the neighbours in the table. */
export const mapQuality = stage<NeighboursAsk & { readonly judgedAt: number }, MapQuality>(
  'mapQuality',
  1,
  'long',
  [searchedRows, neighbourGraph, neighbourMap],
);

/** Agreement of a label among the nearest. */
export const mapAgreement = stage<
  NeighboursAsk & { readonly judgedAt: number; readonly label: string },
  MapAgreement
>('mapAgreement', 1, 'long', [neighbourGraph, neighbourMap]);

/** Where rows that had no say in a map lie on it. */
export const placedOnMap = stage<NeighboursAsk & { readonly placing: Placing }, PlacedOnMap>(
  'placedOnMap',
  1,
  'long',
  [searchedRows, neighbourGraph, neighbourMap],
);

/** What sets some rows of a map apart, by column. */
export const setApart = stage<NeighboursAsk & { readonly region: Region }, RegionApart>(
  'setApart',
  1,
  'heavy',
  [prepared, neighbourMap],
);
