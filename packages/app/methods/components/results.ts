import type { Agreement } from '@wold/core/methods/components/agreement';
import { ofSample, spaceOf } from '@wold/core/methods/components/ask';
import type { Components } from '@wold/core/methods/components/components';
import type { Decomposition } from '@wold/core/methods/components/decompose';
import type { Distances, RebuiltColumn, RowPart } from '@wold/core/methods/components/distances';
import type { ShuffledScree } from '@wold/core/vocabulary/shuffledScree';
import type { Outcome } from '@wold/core/methods/outcome';
import { LEADING, SHUFFLES } from '@wold/core/methods/components/settings';
import { askOf } from '@wold/core/recipe/requests';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { useReduced } from '../../results/stages';
import { useResult, type Finding } from '../../results/useResult';
import { useRecipe } from '../../store/useStudy';

/** The kept dimensions of a reduction. */
export const useComponents = (reduction: ReductionBy<'components'>): Finding<Components> =>
  useReduced(reduction) as Finding<Components>;

/** The question for the space of the kept dimensions. */
const useSpace = (reduction: ReductionBy<'components'>) => spaceOf(askOf(useRecipe(), reduction));

/** Eigenvalues of words that are dealt out anew, where the measures are words. */
export function useShuffledScree(reduction: ReductionBy<'components'>): Finding<ShuffledScree> {
  const { preparation, leading: asked } = askOf(useRecipe(), reduction);
  const leading = typeof asked === 'number' ? asked : LEADING;
  const { seed } = reduction.settings.retention;
  const request = { stage: 'shuffledScree', preparation, leading, shuffles: SHUFFLES, seed } as const;
  return useResult(request, `shuffled ${reduction.id}`, 'dealing words out anew', preparation.words !== null);
}

/** All dimensions of the sample at hand alone, to stand beside those of the whole table in its engine. */
export function useSampleDecomposition(
  reduction: ReductionBy<'components'>,
  wanted: boolean,
): Finding<Decomposition> {
  const { preparation, without } = askOf(useRecipe(), reduction);
  const request = { ...ofSample(preparation, without), stage: 'decomposition' } as const;
  return useResult(request, `sample ${reduction.id}`, 'reducing the sample alone', wanted);
}

/** How far rows lie from the centre within the kept dimensions and off them. */
export function useDistances(reduction: ReductionBy<'components'>, wanted = true): Finding<Distances> {
  const request = { ...useSpace(reduction), stage: 'distances', level: reduction.settings.limit } as const;
  return useResult(request, `distances ${reduction.id}`, 'measuring how far rows lie', wanted);
}

/** A row taken apart by measure. */
export function useRowParts(
  reduction: ReductionBy<'components'>,
  row: number,
): Finding<readonly RowPart[] | null> {
  const request = { ...useSpace(reduction), stage: 'rowParts', row } as const;
  return useResult(request, `row parts ${reduction.id}`, `taking row ${row + 1} apart`);
}

/** A measure rebuilt from the kept dimensions. */
export function useRebuiltColumn(
  reduction: ReductionBy<'components'>,
  measure: string,
): Finding<RebuiltColumn | null> {
  const request = { ...useSpace(reduction), stage: 'rebuiltColumn', measure } as const;
  return useResult(request, `rebuilt ${reduction.id}`, `rebuilding ${measure}`);
}

/** A column foretold from the scores. */
export function useOutcome(reduction: ReductionBy<'components'>, outcome: string): Finding<Outcome> {
  const { seed } = reduction.settings.retention;
  const request = { ...askOf(useRecipe(), reduction), stage: 'outcome', outcome, seed } as const;
  return useResult(request, `outcome ${reduction.id}`, `foretelling ${outcome}`);
}

/** The same dimensions in the groups of a label. */
export function useAgreement(reduction: ReductionBy<'components'>, label: string): Finding<Agreement> {
  const request = { ...askOf(useRecipe(), reduction), stage: 'agreement', label } as const;
  return useResult(request, `agreement ${reduction.id}`, `comparing groups by ${label}`);
}
