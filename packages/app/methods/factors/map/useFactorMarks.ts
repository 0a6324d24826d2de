import { useMemo } from 'react';
import { entry } from '@wold/core/algebra/matrix';
import { factorsPlacement } from '@wold/core/methods/factors/placement';
import type { Factors } from '@wold/core/methods/factors/factors';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import type { RowMap } from '@wold/core/recipe/schema';
import type { MapMarks } from '../../method';
import { arrowsAmong } from '../../parts/map/arrowsAmong';
import type { Points } from '../../../readings/map/points';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { useMostFactors } from '../dimensions/KeepWord';
import { useFactors, type FactorReduction } from '../results';

/** What the map shows of factors. */
export function useFactorMarks(reduction: FactorReduction): MapMarks | null {
  const { map } = reduction;
  const { value: factors } = useFactors(reduction);
  const recipe = useRecipe();
  const edit = useEdit();
  const most = useMostFactors(reduction);
  const more = factors !== null && factors.rotated.pattern.columns === 1 && most > 1;
  return useMemo(() => {
    if (factors === null) return null;
    return {
      shares: factorsPlacement(factors).shares,
      times: () => 1,
      arrows: (points: Points) => factorArrows(factors, points, map),
      arrowsAre: 'are pattern loadings',
      sizes: null,
      odd: null,
      problem: 'what' in factors.scores ? factors.scores : null,
      keepTwo: more ? () => edit(withSettings(recipe, reduction, { keep: 2 }), `keep ${reduction.id}`) : null,
    };
  }, [factors, map, more, edit, recipe, reduction]);
}

/** The measures that the two factors explain best. */
function factorArrows({ measures, rotated }: Factors, points: Points, map: RowMap) {
  const { pattern, structure } = rotated;
  const axes = [map.x, map.y].map(d => Math.min(d, pattern.columns) - 1).slice(0, points.flat ? 1 : 2);
  const strength = (j: number) => axes.reduce((sum, d) => sum + entry(structure, j, d) ** 2, 0);
  const at = (j: number, d: number | undefined) => (d === undefined ? 0 : entry(pattern, j, d));
  const strongest = [...measures.keys()]
    .sort((a, b) => strength(b) - strength(a) || a - b)
    .slice(0, map.arrows)
    .map(j => ({ measure: measures[j]!, x: at(j, axes[0]), y: at(j, axes[1]) }));
  return arrowsAmong(points, strongest);
}
