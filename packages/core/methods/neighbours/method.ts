import type { Method } from '../method';
import { neighboursAsk } from './ask';
import type { NeighbourMap } from './neighbourMap';
import { neighboursPlacement } from './placement';
import { askRenamed, settingsRenamed } from './renamed';
import { freshNeighbours, type NeighboursSettings } from './settings';
import * as stages from './stages';
import type { NeighboursAsk } from './question';

/** Maps on which near rows stay near: t-SNE (van der Maaten and Hinton 2008) and UMAP (McInnes, Healy and Melville 2018). */
export const neighboursMethod: Method<NeighboursSettings, NeighboursAsk, NeighbourMap, typeof stages> = {
  name: 'neighbours',
  title: 'Neighbour map',
  doing: 'laying out',
  ofCommonFactors: false,
  ofDistances: true,
  fresh: freshNeighbours,
  ask: neighboursAsk,
  renamed: settingsRenamed,
  askRenamed,
  stages: { ...stages },
  stage: stages.neighbourMap,
  placement: neighboursPlacement,
  ofMoments: () => false,
  placing: {
    stage: stages.placedOnMap,
    way: ({ placing }) => placing,
    wanted: ({ notPlaced, done, of }) => notPlaced > 0 && done >= of,
  },
};
