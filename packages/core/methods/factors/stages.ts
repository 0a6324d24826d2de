import type { Matrix } from '../../algebra/matrix';
import type { ParallelSettings } from '../../dimensions/retentionSettings';
import { parallelFactors } from '../../dimensions/stages';
import { prepared, type OfPreparation } from '../../preparation/stages';
import { stage } from '../../stages/stage';
import type { CorrelationKind } from '../../suitability/correlationMatrix';
import type { Outcome } from '../outcome';
import type { Comparison } from './comparison';
import type { FactorCost } from './costs';
import type { ExtractionName } from './extraction';
import type { Factors } from './factors';
import type { Scoring } from './scores';
import type { FactorRotation, FactorsSettings } from './settings';

/** What all solutions depend on. */
export interface OfCorrelations extends OfPreparation {
  readonly correlations: CorrelationKind;
}

/** What factors depend on. */
export interface FactorsAsk extends OfCorrelations {
  readonly without: readonly string[];
  readonly extraction: ExtractionName;
  readonly keep: number | { readonly parallel: ParallelSettings };
  readonly rotation: FactorRotation;
  readonly scoring: Scoring;
  readonly turned: FactorsSettings['turned'];
}

/** What the costs of any number of factors depend on. */
export interface OfCosts extends Omit<FactorsAsk, 'keep' | 'scoring' | 'turned'> {
  /** The largest number of factors that is of interest. */
  readonly most: number;
}

/** Correlations of all prepared measures. */
export const measureCorrelations = stage<OfCorrelations, Matrix>('measureCorrelations', 1, 'heavy', [
  prepared,
]);

export const factors = stage<FactorsAsk, Factors>('factors', 1, 'heavy', ({ keep }) => [
  prepared,
  measureCorrelations,
  ...(typeof keep === 'object' ? [parallelFactors] : []),
]);

export const factorCosts = stage<OfCosts, readonly FactorCost[]>('factorCosts', 1, 'long', [
  prepared,
  measureCorrelations,
]);

/** Two solutions beside each other. */
export const factorComparison = stage<{ readonly of: FactorsAsk; readonly beside: FactorsAsk }, Comparison>(
  'factorComparison',
  1,
  'heavy',
  ({ of, beside }) => [factors, ...factors.restsOn(of), ...factors.restsOn(beside)],
);

/** A column foretold from the scores. */
export const outcomeOnFactors = stage<
  FactorsAsk & { readonly outcome: string; readonly seed: number },
  Outcome
>('outcomeOnFactors', 1, 'long', ask => [prepared, factors, ...factors.restsOn(ask)]);
