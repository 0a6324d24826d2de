import { useMemo } from 'react';
import { entry } from '@wold/core/algebra/matrix';
import type { Discriminant } from '@wold/core/methods/discriminant/discriminant';
import type { RowMap } from '@wold/core/recipe/schema';
import type { MapMarks } from '../../method';
import { arrowsAmong } from '../../parts/map/arrowsAmong';
import type { Points } from '../../../readings/map/points';
import { useDiscriminant, useSet, type DiscriminantReduction } from '../results';

/** What the map shows of discriminant axes. */
export function useAxesMarks(reduction: DiscriminantReduction): MapMarks | null {
  const { map } = reduction;
  const { value } = useDiscriminant(reduction);
  const set = useSet(reduction);
  const more = value !== null && value.kept === 1 && value.eigenvalues.length > 1;
  const keepTwo = () => set({ keep: 2 }, 'keep');
  const marks = useMemo(
    () =>
      value && {
        shares: value.shares,
        times: () => 1,
        arrows: (points: Points) => axesArrows(value, points, map),
        arrowsAre: 'are correlations within the groups',
        sizes: null,
        odd: null,
        problem: null,
      },
    [value, map],
  );
  return marks && { ...marks, keepTwo: more ? keepTwo : null };
}

/** The measures that go most with the two axes. */
function axesArrows({ measures, kept, structure }: Discriminant, points: Points, map: RowMap) {
  const axes = [map.x, map.y].map(d => Math.min(d, kept) - 1).slice(0, points.flat ? 1 : 2);
  const at = (j: number, d: number | undefined) => (d === undefined ? 0 : entry(structure, j, d) || 0);
  const strength = (j: number) => axes.reduce((sum, d) => sum + at(j, d) ** 2, 0);
  const strongest = [...measures.keys()]
    .sort((a, b) => strength(b) - strength(a) || a - b)
    .slice(0, map.arrows)
    .map(j => ({ measure: measures[j]!, x: at(j, axes[0]), y: at(j, axes[1]) }));
  return arrowsAmong(points, strongest);
}
