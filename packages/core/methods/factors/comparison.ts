import { congruence } from '../../algebra/congruence';
import { entry, type Matrix } from '../../algebra/matrix';
import { leadingDimensions } from '../leading';
import type { Factors } from './factors';
import type { Fit } from './fit';

/** A factor of one solution and the one of the other that is most like it, each counted from 0; null for none. */
export interface MatchedFactors {
  readonly of: number | null;
  readonly beside: number | null;
  /** Tucker's congruence of their patterns over the measures that both have; NaN where one stands alone. */
  readonly congruence: number;
}

/** A measure in both solutions. */
export interface ComparedMeasure {
  readonly measure: string;
  /** The factor that leads it, counted from 0; null where the measure has no part in that solution. */
  readonly leads: number | null;
  readonly leadsBeside: number | null;
  /** Whether its leading factors are not matched with each other. */
  readonly moved: boolean;
  readonly communality: number;
  readonly communalityBeside: number;
}

/** What is told of one of two solutions beside the other. */
export interface ComparedSolution {
  readonly factors: number;
  readonly rotation: string;
  readonly pattern: Matrix;
  readonly measures: readonly string[];
  readonly jointShare: number;
  readonly fit: Fit | null;
  readonly srmr: number;
  readonly beyond: number;
  readonly heywood: number;
  readonly converged: boolean;
  /** Measures that each factor leads. */
  readonly led: readonly (readonly string[])[];
}

/** Two solutions of the same correlations, or before and after measures were set aside. */
export interface Comparison {
  readonly of: ComparedSolution;
  readonly beside: ComparedSolution;
  /** Those of the first in its order, then those of the other that none is matched with. */
  readonly factors: readonly MatchedFactors[];
  readonly measures: readonly ComparedMeasure[];
}

/**
 * Two solutions, their factors matched by Tucker's congruence (1951), those of greatest size first.
 *
 * @param rotation of each, by name
 */
export function compare(
  of: Factors,
  beside: Factors,
  rotation: { readonly of: string; readonly beside: string },
): Comparison {
  const common = of.measures.filter(measure => beside.measures.includes(measure));
  const matched = matchedFactors(patternOf(of, common), patternOf(beside, common));
  const partner = new Map(matched.map(one => [one.of, one.beside]));
  const [leads, leadsBeside] = [of, beside].map(
    ({ measures, rotated }) =>
      new Map([...leadingDimensions(rotated.pattern)].map((d, j) => [measures[j]!, d])),
  ) as [Map<string, number>, Map<string, number>];
  const communality = ({ measures, communalities }: Factors, measure: string) =>
    communalities[measures.indexOf(measure)] ?? NaN;
  const all = [...of.measures, ...beside.measures.filter(measure => !of.measures.includes(measure))];
  return {
    of: solutionOf(of, rotation.of),
    beside: solutionOf(beside, rotation.beside),
    factors: matched,
    measures: all.map(measure => {
      const here = leads.get(measure) ?? null;
      const there = leadsBeside.get(measure) ?? null;
      return {
        measure,
        leads: here,
        leadsBeside: there,
        moved: here !== null && there !== null && partner.get(here) !== there,
        communality: communality(of, measure),
        communalityBeside: communality(beside, measure),
      };
    }),
  };
}

function solutionOf(made: Factors, rotation: string): ComparedSolution {
  const { measures, rotated, jointShare, fit, residuals, heywood, extraction } = made;
  const leads = leadingDimensions(rotated.pattern);
  return {
    factors: rotated.pattern.columns,
    rotation,
    pattern: rotated.pattern,
    measures,
    jointShare,
    fit,
    srmr: residuals.srmr,
    beyond: residuals.beyond,
    heywood: heywood.length,
    converged: extraction.converged && rotated.converged,
    led: Array.from({ length: rotated.pattern.columns }, (_, d) =>
      measures.filter((_m, j) => leads[j] === d),
    ),
  };
}

/** A factor's pattern over some measures, an array a factor. */
function patternOf({ measures, rotated: { pattern } }: Factors, common: readonly string[]): Float64Array[] {
  const places = common.map(measure => measures.indexOf(measure));
  return Array.from({ length: pattern.columns }, (_, d) =>
    Float64Array.from(places, j => entry(pattern, j, d)),
  );
}

function matchedFactors(of: readonly Float64Array[], beside: readonly Float64Array[]): MatchedFactors[] {
  const pairs = of
    .flatMap((x, a) => beside.map((y, b) => ({ a, b, value: congruence(x, y) })))
    .toSorted((one, other) => Math.abs(other.value) - Math.abs(one.value));
  const found = new Map<number, { readonly b: number; readonly value: number }>();
  const taken = new Set<number>();
  for (const { a, b, value } of pairs) {
    if (found.has(a) || taken.has(b)) continue;
    taken.add(b);
    found.set(a, { b, value });
  }
  const alone = [...beside.keys()].filter(b => !taken.has(b));
  return [
    ...of.map((_, a) => ({
      of: a,
      beside: found.get(a)?.b ?? null,
      congruence: found.get(a)?.value ?? NaN,
    })),
    ...alone.map(b => ({ of: null, beside: b, congruence: NaN })),
  ];
}
