import type { CorrelationKind } from './correlationMatrix';
import type { MeasureSuitability, Suitability } from './suitability';

/** How relations are looked at, and from where a measure is doubtful. */
export interface SuitabilityRules {
  readonly correlations: CorrelationKind;
  readonly adequate: number;
  readonly related: number;
  readonly same: number;
  readonly limits: SuitabilityLimits;
}

/** From where each verdict over all measures speaks for or against. */
export interface SuitabilityLimits {
  /** Least overall sampling adequacy. */
  readonly kmo: number;
  /** Largest p of Bartlett's test, and least of Mardia's. */
  readonly p: number;
  readonly condition: number;
  /** Least rows per measure. */
  readonly rows: number;
  /** Least share of the pairs with |r| of .3 and over. */
  readonly pairs: number;
  /** Largest share of zeros in a measure. */
  readonly zeros: number;
  /** Largest sizes of skewness and excess kurtosis. */
  readonly skewness: number;
  readonly kurtosis: number;
}

/** The usual ones; each verdict names their source. */
export const PLAIN_LIMITS: SuitabilityLimits = {
  kmo: 0.6,
  p: 0.05,
  condition: 1e4,
  rows: 5,
  pairs: 0.2,
  zeros: 0.5,
  skewness: 2,
  kurtosis: 7,
};

/** Kaiser's bound for a single measure (Kaiser and Rice 1974), and the usual sizes of correlations. */
export const PLAIN_SUITABILITY: SuitabilityRules = {
  correlations: 'pearson',
  adequate: 0.5,
  related: 0.3,
  same: 0.9,
  limits: PLAIN_LIMITS,
};

/** A measure that may not be worth its place, and why. */
export interface Doubt {
  readonly measure: string;
  readonly why: readonly string[];
}

/**
 * The doubtful measures by the rules, in their order.
 *
 * @param common whether common factors are to be found: these mind measures that are nearly the same or share little with
 *   the others, components do not
 */
export function doubtful(
  { measures, dependent }: Suitability,
  rules: SuitabilityRules,
  common: boolean,
): Doubt[] {
  const made = new Map(dependent.map(({ measure, on }) => [measure, on]));
  return measures.flatMap(measure => {
    const why = reasons(measure, rules, made.get(measure.measure), common);
    return why.length === 0 ? [] : [{ measure: measure.measure, why }];
  });
}

function reasons(
  { kmo, largest, with: mate }: MeasureSuitability,
  { adequate, related, same }: SuitabilityRules,
  madeOf: readonly string[] | undefined,
  common: boolean,
): string[] {
  const why: string[] = [];
  if (madeOf !== undefined) {
    why.push(
      madeOf.length === 1 ? `the same as ${madeOf[0]}` : `made wholly of ${madeOf.slice(0, 4).join(', ')}`,
    );
  } else if (common && Math.abs(largest) >= same) why.push(`nearly the same as ${mate}`);
  if (Math.abs(largest) < related) why.push('goes with no other measure');
  if (common && kmo < adequate) why.push('shares too little with the others');
  return why;
}

/** Verbal bands of sampling adequacy (Kaiser and Rice 1974), from the highest. */
const BANDS: readonly (readonly [number, string])[] = [
  [0.9, 'marvellous'],
  [0.8, 'meritorious'],
  [0.7, 'middling'],
  [0.6, 'mediocre'],
  [0.5, 'miserable'],
  [-Infinity, 'unacceptable'],
];

/** The word for a sampling adequacy. */
export function adequacyBand(kmo: number): string {
  return BANDS.find(([least]) => kmo >= least)![1];
}
