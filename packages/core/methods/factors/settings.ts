import { PLAIN_RETENTION, type RetentionSettings } from '../../dimensions/retentionSettings';
import { USUAL_ROTATION, type RotationSettings } from '../../rotation/rotateLoadings';
import type { CorrelationKind } from '../../suitability/correlationMatrix';
import type { Profile } from '../names';
import type { ExtractionName } from './extraction';
import type { Scoring } from './scores';

/** How many factors to keep: a number, or as many as stand above random data, where that can be told. */
export type KeepFactors = number | 'parallel';

/** How factors are rotated. A target says for some measures on which factor, counted from 1, each is to lead. */
export interface FactorRotation extends Omit<RotationSettings, 'target' | 'most'> {
  readonly target: readonly { readonly measure: string; readonly factor: number }[];
}

/** Measures that were set aside together, and why. */
export interface TrailStep {
  readonly measures: readonly string[];
  readonly reason: string;
}

/** Another solution beside the one in hand: of another number, otherwise rotated, or before a step of the trail. */
export type Beside =
  | { readonly by: 'number'; readonly factors: number }
  | { readonly by: 'rotation'; readonly method: FactorRotation['method'] }
  | { readonly by: 'step'; readonly step: number };

/** What an analyst decides of a reduction by common factors, beside what all reductions share. */
export interface FactorsSettings {
  readonly method: 'factors';
  readonly extraction: ExtractionName;
  readonly correlations: CorrelationKind;
  readonly keep: KeepFactors;
  /** How the rules that vote on the number of factors are set. */
  readonly retention: RetentionSettings;
  readonly rotation: FactorRotation;
  readonly scoring: Scoring;
  /** Loadings below this size fade in the ledger; or those below what rows so many can tell from none. */
  readonly fade: number | 'by-rows';
  /** Whether those below it fade or are left out. */
  readonly small: 'fade' | 'leave out';
  /** What factors whose sign was turned are like, as they are to point. */
  readonly turned: readonly { readonly profile: Profile }[];
  /** The steps in which measures were set aside, the first first. */
  readonly trail: readonly TrailStep[];
  readonly beside: Beside | null;
  /** Columns of numbers that are placed on the factors, not used for them. */
  readonly placed: readonly string[];
  /** The column that the scores foretell. */
  readonly outcome: string | null;
}

const { target: _, ...usual } = USUAL_ROTATION;

/** Factors as they stand beside each other: neither rotated nor aimed at anything. */
export const FACTOR_ROTATION: FactorRotation = { ...usual, target: [] };

/** Those that a new reduction starts from: as many factors as parallel analysis gives, which may correlate. */
export const freshFactors = (): FactorsSettings => ({
  method: 'factors',
  extraction: 'minimum-residual',
  correlations: 'pearson',
  keep: 'parallel',
  retention: { ...PLAIN_RETENTION },
  rotation: { ...FACTOR_ROTATION, method: 'oblimin' },
  scoring: 'regression',
  fade: 0.4,
  small: 'fade',
  turned: [],
  trail: [],
  beside: null,
  placed: [],
  outcome: null,
});
