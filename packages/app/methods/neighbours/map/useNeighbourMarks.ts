import { useMemo } from 'react';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { useEdit, useRecipe } from '../../../store/useStudy';
import type { MapMarks } from '../../method';
import { useNeighbourMap, type NeighboursReduction } from '../results';

/** What the map shows of neighbours: the rows, and nothing of columns, which have no direction on it. */
export function useNeighbourMarks(reduction: NeighboursReduction): MapMarks | null {
  const { value } = useNeighbourMap(reduction);
  const recipe = useRecipe();
  const edit = useEdit();
  const there = value !== null;
  const flat = reduction.settings.dimensions === 1;
  return useMemo(() => {
    if (!there) return null;
    return {
      shares: null,
      times: () => 1,
      arrows: () => ({ arrows: [], times: 1 }),
      arrowsAre: '',
      sizes: null,
      odd: null,
      problem: null,
      keepTwo: flat
        ? () => edit(withSettings(recipe, reduction, { dimensions: 2 }), `map dimensions ${reduction.id}`)
        : null,
    };
  }, [there, flat, edit, recipe, reduction]);
}
