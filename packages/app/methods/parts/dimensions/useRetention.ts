import type { Retention } from '@wold/core/dimensions/retention';
import { preparationFor, withoutOf } from '@wold/core/recipe/requests';
import { useResult, type Finding } from '../../../results/useResult';
import { useRecipe } from '../../../store/useStudy';
import type { LoadedReduction } from '../loadedReduction';

/** What each rule says of how many dimensions there are. */
export function useRetention(reduction: LoadedReduction): Finding<Retention> {
  const recipe = useRecipe();
  const without = withoutOf(recipe, reduction);
  // Votes are on the correlations, whatever the basis.
  const preparation = preparationFor(recipe, reduction);
  const { retention: settings } = reduction.settings;
  const request = { stage: 'retention', preparation, without, settings } as const;
  return useResult(
    request,
    `retention ${reduction.id}`,
    `letting the rules vote on ${reduction.name}`,
    preparation.words === null,
  );
}
