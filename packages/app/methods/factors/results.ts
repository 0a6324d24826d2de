import { besideAsk, costsAsk } from '@wold/core/methods/factors/ask';
import type { Comparison } from '@wold/core/methods/factors/comparison';
import type { FactorCost } from '@wold/core/methods/factors/costs';
import type { Factors } from '@wold/core/methods/factors/factors';
import { fadeOf } from '@wold/core/methods/factors/salience';
import { askOf } from '@wold/core/recipe/requests';
import type { ReductionBy } from '@wold/core/recipe/schema';
import type { Outcome } from '@wold/core/methods/outcome';
import { useReduced } from '../../results/stages';
import { useResult, type Finding } from '../../results/useResult';
import { useRecipe } from '../../store/useStudy';

/** A reduction by common factors. */
export type FactorReduction = ReductionBy<'factors'>;

/** The factors of a reduction. */
export const useFactors = (reduction: FactorReduction): Finding<Factors> =>
  useReduced(reduction) as Finding<Factors>;

/** What one factor, two, and so on would cost. @param kept how many there are now */
export function useCosts(reduction: FactorReduction, kept: number): Finding<readonly FactorCost[]> {
  const request = { ...costsAsk(askOf(useRecipe(), reduction), kept), stage: 'factorCosts' } as const;
  return useResult(request, `costs ${reduction.id}`, `weighing other numbers of ${reduction.name}`);
}

/** The factors and what stands beside them; not asked for where nothing does. */
export function useComparison(reduction: FactorReduction): Finding<Comparison> {
  const of = askOf(useRecipe(), reduction);
  const beside = besideAsk(of, reduction.settings);
  const request = { of, beside: beside ?? of, stage: 'factorComparison' } as const;
  return useResult(
    request,
    `comparison ${reduction.id}`,
    `setting another solution beside ${reduction.name}`,
    beside !== null,
  );
}

/** A column foretold from the scores. */
export function useOutcomeOnFactors(reduction: FactorReduction, outcome: string): Finding<Outcome> {
  const { seed } = reduction.settings.retention;
  const request = { ...askOf(useRecipe(), reduction), stage: 'outcomeOnFactors', outcome, seed } as const;
  return useResult(request, `outcome ${reduction.id}`, `foretelling ${outcome}`);
}

/** The size under which its loadings fade. */
export const fadeFor = (reduction: FactorReduction, factors: Factors | null): number =>
  fadeOf(reduction.settings, factors?.n ?? null);
