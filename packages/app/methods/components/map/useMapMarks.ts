import { useEffect, useMemo, useRef } from 'react';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import type { ReductionBy, RowMap } from '@wold/core/recipe/schema';
import type { Points } from '../../../readings/map/points';
import type { MapMarks } from '../../method';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { useComponents, useDistances } from '../results';
import { oddRows } from '../trust/odd';
import { mapArrows } from './arrows';
import { sizesOf } from './sizes';
import { arrowsAre, spreadBy } from './spread';

/** What the map shows of kept components. */
export function useMapMarks(reduction: ReductionBy<'components'>): MapMarks | null {
  const { map } = reduction;
  const { value: components } = useComponents(reduction);
  const { value: distances, problem } = useDistances(reduction, map.odd || map.size === 'squared-cosine');
  const recipe = useRecipe();
  const edit = useEdit();
  const marks = useMemo(() => {
    if (components === null) return null;
    return {
      shares: components.heldBy,
      times: (spread: RowMap['spread'], dimension: number) => spreadBy(components, spread, dimension),
      arrows: (points: Points) => mapArrows(components, points, map),
      arrowsAre: arrowsAre(components, map.spread),
      sizes: sizesOf(components, distances, map),
      odd: distances === null ? null : oddRows(distances),
      problem,
    };
  }, [components, distances, map, problem]);
  const more = components !== null && components.kept === 1 && (components.eigenvalues[1] ?? 0) > 0;
  const keepTwo = more
    ? () => edit(withSettings(recipe, reduction, { keep: 2 }), `keep ${reduction.id}`)
    : null;
  const keeping = useRef(keepTwo);
  useEffect(() => {
    keeping.current = keepTwo;
  });
  return useMemo(
    () => marks && { ...marks, keepTwo: more ? () => keeping.current?.() : null },
    [marks, more],
  );
}
