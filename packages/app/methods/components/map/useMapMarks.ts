import { useMemo } from 'react';
import type { Reduction } from '@wold/core/recipe/schema';
import type { MapMarks } from '../../method';
import { useComponents, useDistances } from '../results';
import { oddRows } from '../trust/odd';
import { mapArrows } from './arrows';
import { sizesOf } from './sizes';
import { arrowsAre, spreadBy } from './spread';

/** What the map shows of kept components. */
export function useMapMarks(reduction: Reduction): MapMarks | null {
  const { map } = reduction;
  const { value: components } = useComponents(reduction);
  const { value: distances, problem } = useDistances(reduction, map.odd || map.size === 'squared-cosine');
  return useMemo(() => {
    if (components === null) return null;
    return {
      shares: components.heldBy,
      times: (spread, dimension) => spreadBy(components, spread, dimension),
      arrows: points => mapArrows(components, points, map),
      arrowsAre: arrowsAre(components, map.spread),
      sizes: sizesOf(components, distances, map),
      odd: distances === null ? null : oddRows(distances),
      problem,
    };
  }, [components, distances, map, problem]);
}
