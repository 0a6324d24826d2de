import type { Account } from '@wold/core/preparation/prepare';
import type { MeasureBoxes } from '@wold/core/preparation/boxes';
import type { MeasureDistribution } from '@wold/core/preparation/distribution';
import { componentsOf, preparationOf } from '@wold/core/recipe/run';
import type { Retention } from '@wold/core/dimensions/retention';
import type { Suitability } from '@wold/core/suitability/suitability';
import type { Components } from '@wold/core/components/components';
import type { ColumnDescription } from '@wold/core/table/describe';
import type { Recipe, Reduction } from '@wold/core/recipe/schema';
import { useRecipe } from '../store/useStudy';
import { useResult, type Reading } from './useResult';

/** What each column of the table holds. */
export const useDescription = (): Reading<readonly ColumnDescription[]> =>
  useResult({ stage: 'description' }, 'description', 'describing the table');

/** What preparation did. */
export function useAccount(): Reading<Account> {
  const recipe: Recipe = useRecipe();
  return useResult(
    { stage: 'account', preparation: preparationOf(recipe) },
    'account',
    'preparing the table',
  );
}

/** Each measure's distribution before and after treatment. */
export function useBoxes(): Reading<readonly MeasureBoxes[]> {
  const recipe = useRecipe();
  return useResult({ stage: 'boxes', preparation: preparationOf(recipe) }, 'boxes', 'drawing the measures');
}

/** One measure in full, before and after treatment. */
export function useDistribution(measure: string): Reading<MeasureDistribution> {
  const recipe = useRecipe();
  const request = { stage: 'distribution', preparation: preparationOf(recipe), measure } as const;
  return useResult(request, 'distribution', `looking into ${measure}`);
}

/** What the correlations of the measures say. */
export function useSuitability(): Reading<Suitability> {
  const recipe = useRecipe();
  const { correlations: kind } = recipe.suitability;
  const request = { stage: 'suitability', preparation: preparationOf(recipe), kind } as const;
  return useResult(request, 'suitability', 'relating the measures');
}

/** What each rule says of how many dimensions there are. */
export function useRetention(reduction: Reduction): Reading<Retention> {
  const recipe = useRecipe();
  const preparation = preparationOf(recipe);
  const without = preparation.measures.filter(measure => reduction.without.includes(measure));
  const request = { stage: 'retention', preparation, without, settings: reduction.retention } as const;
  return useResult(request, `retention ${reduction.id}`, `letting the rules vote on ${reduction.name}`);
}

/** The kept dimensions of a reduction. */
export function useComponents(reduction: Reduction): Reading<Components> {
  const recipe = useRecipe();
  return useResult(
    componentsOf(recipe, reduction),
    `components ${reduction.id}`,
    `finding the dimensions of ${reduction.name}`,
  );
}
