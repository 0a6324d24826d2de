import type { Discriminant } from '@wold/core/methods/discriminant/discriminant';
import type { Permuted } from '@wold/core/methods/discriminant/permuted';
import type { Told } from '@wold/core/methods/discriminant/told';
import type { DiscriminantSettings } from '@wold/core/methods/discriminant/settings';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { askOf } from '@wold/core/recipe/requests';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { useReduced } from '../../results/stages';
import { useResult, type Finding } from '../../results/useResult';
import { useEdit, useRecipe } from '../../store/useStudy';

/** A reduction by discriminant axes. */
export type DiscriminantReduction = ReductionBy<'discriminant'>;

/** The axes of a reduction. */
export const useDiscriminant = (reduction: DiscriminantReduction): Finding<Discriminant> =>
  useReduced(reduction) as Finding<Discriminant>;

/** The axes held against permuted labels. @param wanted whether they are found where they are not at hand */
export function usePermuted(reduction: DiscriminantReduction, wanted: boolean): Finding<Permuted> {
  const { seed } = reduction.settings;
  const request = { ...askOf(useRecipe(), reduction), seed, stage: 'permuted' } as const;
  return useResult(request, `permuted ${reduction.id}`, `permuting the label of ${reduction.name}`, wanted);
}

/** How well they tell the groups. */
export function useTold(reduction: DiscriminantReduction): Finding<Told> {
  const { priors, folds, seed } = reduction.settings;
  const request = { ...askOf(useRecipe(), reduction), priors, folds, seed, stage: 'told' } as const;
  return useResult(request, `told ${reduction.id}`, `telling groups by ${reduction.name}`);
}

/** Changes settings of a reduction, each kind of change a step of its own on the way back. */
export function useSet(reduction: DiscriminantReduction) {
  const recipe = useRecipe();
  const edit = useEdit();
  return (change: Partial<DiscriminantSettings>, of: string) =>
    edit(
      withSettings(recipe, reduction, change as DiscriminantReduction['settings']),
      `${of} ${reduction.id}`,
    );
}
