import { useMemo } from 'react';
import { leadCounts } from '@wold/core/methods/leading';
import { methodNamed } from '@wold/core/methods/all';
import { usePlacement } from '../../results/stages';
import { useHand, useRecipe } from '../../store/useStudy';
import type { Sought } from './verdicts';

/** What the study's reductions seek among the measures, and what the one in hand has found. */
export function useSought(): Sought {
  const { reductions, suitability } = useRecipe();
  const { adequate, related } = suitability;
  const { value } = usePlacement(useHand());
  const common = reductions.some(({ settings }) => methodNamed(settings.method).ofCommonFactors);
  const structure = value?.structure ?? null;
  return useMemo(
    () => ({
      common,
      leads: structure === null ? null : leadCounts(structure.correlations),
      adequate,
      related,
    }),
    [common, structure, adequate, related],
  );
}
