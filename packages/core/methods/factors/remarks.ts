import { entry, type Matrix } from '../../algebra/matrix';
import { leadCounts, POORLY_HELD, THIN } from '../leading';
import type { Factors } from './factors';

/** What a factor analyst is to see of a solution before it is named. */
export interface Remarks {
  /** Factors, counted from 0, that lead no measure. */
  readonly empty: readonly number[];
  /** Those that reach the threshold in one measure or two alone, whatever they lead. */
  readonly doublets: readonly { readonly factor: number; readonly measures: readonly string[] }[];
  /** Those that lead fewer than three. */
  readonly thin: readonly number[];
  /** Measures at or above the threshold on two factors or more. */
  readonly crossing: readonly string[];
  /** Measures that reach it on none. */
  readonly without: readonly string[];
  /** Measures whose communality is under .4, and whose is 1 or more or was stopped there (Heywood cases). */
  readonly poorlyHeld: readonly string[];
  readonly heywood: readonly string[];
}

/** The measures that reach a threshold on a factor, counted from 0. */
export const strongOn = (
  measures: readonly string[],
  pattern: Matrix,
  factor: number,
  fade: number,
): string[] => measures.filter((_, j) => Math.abs(entry(pattern, j, factor)) >= fade);

/** @param fade the size from which a loading counts */
export function remarksOn({ measures, rotated, communalities, heywood }: Factors, fade: number): Remarks {
  const { pattern } = rotated;
  const counts = leadCounts(pattern);
  const sized = measures.map(
    (_, j) =>
      Array.from({ length: pattern.columns }, (_d, d) => Math.abs(entry(pattern, j, d))).filter(
        size => size >= fade,
      ).length,
  );
  const factors = [...counts.keys()];
  return {
    empty: factors.filter(d => counts[d] === 0),
    doublets: factors
      .map(factor => ({ factor, measures: strongOn(measures, pattern, factor, fade) }))
      .filter(({ measures: strong }) => strong.length === 1 || strong.length === 2),
    thin: factors.filter(d => counts[d]! < THIN),
    crossing: measures.filter((_, j) => sized[j]! > 1),
    without: measures.filter((_, j) => sized[j] === 0),
    poorlyHeld: measures.filter((_, j) => communalities[j]! < POORLY_HELD),
    heywood: heywood.map(j => measures[j]!),
  };
}

/** The mean size of the correlations of factors from which they are called for (Tabachnick and Fidell 2013: .32). */
export const CORRELATED = 0.3;

/** The mean size of the correlations of oblique factors; NaN for one. */
export function meanPhi({ rotated: { phi } }: Pick<Factors, 'rotated'>): number {
  const m = phi.rows;
  let sum = 0;
  for (let a = 0; a < m; a++) for (let b = 0; b < a; b++) sum += Math.abs(entry(phi, a, b));
  return sum / ((m * (m - 1)) / 2);
}
