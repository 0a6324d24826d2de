import { useMemo } from 'react';
import type { RowFigure } from '@wold/core/recipe/mapSettings';
import {
  useMapAgreement,
  useMapQuality,
  useNeighbourMap,
  useOtherSeeds,
  type NeighboursReduction,
} from '../results';

/** A figure of each row that the map has; null until it is there. */
export function useRowFigures(reduction: NeighboursReduction, figure: RowFigure | null): Float32Array | null {
  const ofLabel = figure === 'label agreement';
  const ofSeeds = figure === 'moves by seed';
  const { value: map } = useNeighbourMap(reduction);
  const { value: quality } = useMapQuality(reduction, figure !== null && !ofLabel && !ofSeeds);
  const { value: seeds } = useOtherSeeds(reduction, ofSeeds);
  const { value: agreement } = useMapAgreement(reduction, ofLabel);
  return useMemo(() => {
    const found = () => {
      switch (figure) {
        case null:
          return null;
        case 'label agreement':
          return agreement?.onMap.each ?? null;
        case 'neighbours kept':
          return quality?.keptEach ?? null;
        case 'trustworthiness':
          return quality?.trustworthinessEach ?? null;
        case 'continuity':
          return quality?.continuityEach ?? null;
        case 'moves by seed':
          return seeds?.moves ?? null;
      }
    };
    const figures = found();
    return figures !== null && figures.length === map?.rows.length ? figures : null;
  }, [figure, map, quality, agreement, seeds]);
}
