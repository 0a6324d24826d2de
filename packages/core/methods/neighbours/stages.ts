import { prepared } from '../../preparation/stages';
import { stage } from '../../stages/stage';
import type { TruenessAt } from '../../nearest/truenessOver';
import type { NeighbourGraph } from './graph';
import type { DistanceDensity } from './judged/distanceDensity';
import type { Gapped, Gaps } from './judged/gaps';
import type { AgreementOfNothing } from './judged/ofNothing';
import type { OfOtherSeeds, OtherSeeds } from './judged/otherSeeds';
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

/** How true a map is over the sizes of neighbourhoods. */
export const truenessOverSizes = stage<NeighboursAsk, readonly TruenessAt[]>(
  'truenessOverSizes',
  1,
  'long',
  [searchedRows, neighbourGraph, neighbourMap],
  { kept: true },
);

/** Distances on a map against those in the table. */
export const distanceDensity = stage<NeighboursAsk, DistanceDensity>('distanceDensity', 1, 'long', [
  searchedRows,
  neighbourMap,
]);

/** The same map by other seeds. */
export const otherSeeds = stage<NeighboursAsk & OfOtherSeeds, OtherSeeds>(
  'otherSeeds',
  1,
  'long',
  [neighbourGraph, neighbourMap],
  { kept: true },
);

/** Whether the gaps around groups are the table's or the map's. */
export const mapGaps = stage<NeighboursAsk & { readonly judgedAt: number; readonly gapped: Gapped }, Gaps>(
  'mapGaps',
  1,
  'long',
  [neighbourGraph, neighbourMap],
);

/** The same settings on measures dealt out anew among the rows. */
export const mapOfNothing = stage<NeighboursAsk & { readonly dealt: number }, NeighbourMap>(
  'mapOfNothing',
  1,
  'long',
  [prepared],
  { kept: true },
);

/** What a label's agreement comes to on it. */
export const agreementOfNothing = stage<
  NeighboursAsk & { readonly dealt: number; readonly judgedAt: number; readonly label: string },
  AgreementOfNothing
>('agreementOfNothing', 1, 'long', [mapOfNothing]);

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
