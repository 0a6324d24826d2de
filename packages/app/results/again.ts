import { methodNamed } from '@wold/core/methods/all';
import { dimensionsAnewOf, leftOutOf } from '@wold/core/recipe/requests';
import type { Reduction } from '@wold/core/recipe/schema';
import { hasCases } from '@wold/core/table/table';
import type { Halves } from '@wold/core/trust/halves';
import type { LeftOut } from '@wold/core/trust/leftOut';
import type { Resamples } from '@wold/core/trust/resamples';
import { isQuickToResample } from '@wold/core/trust/resampling';
import type { Sizes } from '@wold/core/trust/sizes';
import { useTable } from '../store/TableContext';
import { useRecipe } from '../store/useStudy';
import { useReduced } from './stages';
import { useResult, type Finding } from './useResult';

/** The dimensions of rows drawn anew. */
export function useResamples(reduction: Reduction, wanted = true): Finding<Resamples> {
  const request = { ...dimensionsAnewOf(useRecipe(), reduction), stage: 'resamples' } as const;
  return useResult(request, `resamples ${reduction.id}`, `drawing rows of ${reduction.name} anew`, wanted);
}

/** The same where they are quick to find, or found already; no others are asked for. */
export function useQuickResamples(reduction: Reduction): Finding<Resamples> {
  const table = useTable();
  const { value, stale, problem } = useReduced(reduction);
  const { againWork } = methodNamed(reduction.settings.method);
  const quick =
    againWork !== undefined &&
    hasCases(table) &&
    value !== null &&
    !stale &&
    problem === null &&
    isQuickToResample(againWork(value), reduction.resamples);
  return useResamples(reduction, quick);
}

/** The dimensions of halves of the rows. */
export function useHalves(reduction: Reduction): Finding<Halves> {
  const by = reduction.resamples.halves;
  const request = { ...dimensionsAnewOf(useRecipe(), reduction), by, stage: 'halves' } as const;
  return useResult(request, `halves ${reduction.id}`, `halving the rows of ${reduction.name}`);
}

/** The dimensions without each row. */
export function useLeftOut(reduction: Reduction): Finding<LeftOut> {
  const request = { ...leftOutOf(useRecipe(), reduction), stage: 'leftOut' } as const;
  return useResult(request, `left out ${reduction.id}`, `leaving out rows of ${reduction.name}`);
}

/** The dimensions of fewer rows, and of more. */
export function useSizes(reduction: Reduction): Finding<Sizes> {
  const request = { ...dimensionsAnewOf(useRecipe(), reduction), stage: 'sizes' } as const;
  return useResult(request, `sizes ${reduction.id}`, `drawing fewer rows of ${reduction.name}`);
}
