import { useMemo } from 'react';
import type { Account } from '@wold/core/preparation/prepare';
import { measureBoxes, type MeasureBoxes } from '@wold/core/preparation/boxes';
import type { MeasureDistribution } from '@wold/core/preparation/distribution';
import {
  componentsOf,
  decompositionOf,
  keptOf,
  preparationOf,
  spaceOf,
  treatmentOf,
} from '@wold/core/recipe/run';
import type { Retention } from '@wold/core/dimensions/retention';
import type { Suitability } from '@wold/core/suitability/suitability';
import type { Components } from '@wold/core/components/components';
import type { ColumnDescription } from '@wold/core/table/describe';
import type { Recipe, Reduction } from '@wold/core/recipe/schema';
import type { Distances, RebuiltColumn, RowPart } from '@wold/core/components/distances';
import type { Agreement } from '@wold/core/trust/agreement';
import type { Replicates } from '@wold/core/trust/replicates';
import type { Outcome } from '@wold/core/use/outcome';
import type { ScoreRelation } from '@wold/core/use/scoreRelations';
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
  const preparation = preparationOf(useRecipe());
  const { measures, weight, weighting } = preparation;
  const label = 'drawing the measures';
  // Edits leave the ones as they are, and how measures are scaled the others.
  const before = useResult({ stage: 'originalBoxes', measures, weight, weighting }, 'original boxes', label);
  const treatment = useMemo(() => treatmentOf(preparation), [preparation]);
  const after = useResult({ stage: 'treatedBoxes', preparation: treatment }, 'treated boxes', label);
  const value = useMemo(
    () => (before.value === null || after.value === null ? null : measureBoxes(before.value, after.value)),
    [before.value, after.value],
  );
  return {
    value,
    stale: before.stale || after.stale,
    problem: after.problem ?? before.problem,
    stopped: before.stopped || after.stopped,
    waits: before.waits || after.waits,
    resume: () => {
      if (before.stopped) before.resume();
      if (after.stopped) after.resume();
    },
  };
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
  const { without } = decompositionOf(recipe, reduction);
  // Votes are on the correlations, whatever the basis.
  const preparation = preparationOf(recipe);
  const request = { stage: 'retention', preparation, without, settings: reduction.retention } as const;
  return useResult(request, `retention ${reduction.id}`, `letting the rules vote on ${reduction.name}`);
}

/** How far rows lie from the centre within the kept dimensions and off them. */
export function useDistances(reduction: Reduction): Reading<Distances> {
  const request = { ...spaceOf(useRecipe(), reduction), stage: 'distances', level: reduction.limit } as const;
  return useResult(request, `distances ${reduction.id}`, 'measuring how far rows lie');
}

/** A row taken apart by measure. */
export function useRowParts(reduction: Reduction, row: number): Reading<readonly RowPart[] | null> {
  const request = { ...spaceOf(useRecipe(), reduction), stage: 'rowParts', row } as const;
  return useResult(request, `row parts ${reduction.id}`, `taking row ${row + 1} apart`);
}

/** A measure rebuilt from the kept dimensions. */
export function useRebuiltColumn(reduction: Reduction, measure: string): Reading<RebuiltColumn | null> {
  const request = { ...spaceOf(useRecipe(), reduction), stage: 'rebuiltColumn', measure } as const;
  return useResult(request, `rebuilt ${reduction.id}`, `rebuilding ${measure}`);
}

/** The scores against every column. */
export function useScoreRelations(reduction: Reduction): Reading<readonly ScoreRelation[]> {
  const request = { ...keptOf(useRecipe(), reduction), stage: 'scoreRelations' } as const;
  return useResult(request, `score relations ${reduction.id}`, 'holding the scores against all columns');
}

/** A column foretold from the scores. */
export function useOutcome(reduction: Reduction, outcome: string): Reading<Outcome> {
  const { seed } = reduction.retention;
  const request = { ...keptOf(useRecipe(), reduction), stage: 'outcome', outcome, seed } as const;
  return useResult(request, `outcome ${reduction.id}`, `foretelling ${outcome}`);
}

/** Scatter within repeats against all scatter. */
export function useReplicates(reduction: Reduction, label: string): Reading<Replicates> {
  const request = { ...keptOf(useRecipe(), reduction), stage: 'replicates', label } as const;
  return useResult(request, `replicates ${reduction.id}`, `comparing repeats by ${label}`);
}

/** The same dimensions in the groups of a label. */
export function useAgreement(reduction: Reduction, label: string): Reading<Agreement> {
  const request = { ...keptOf(useRecipe(), reduction), stage: 'agreement', label } as const;
  return useResult(request, `agreement ${reduction.id}`, `comparing groups by ${label}`);
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
