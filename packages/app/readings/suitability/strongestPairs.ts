import { entry, type Matrix } from '@wold/core/algebra/matrix';
import type { Suitability } from '@wold/core/suitability/suitability';

export interface Pair {
  readonly a: string;
  readonly b: string;
  readonly r: number;
}

/** The pairs of measures with the largest correlations in size, or partial ones, largest first. */
export function strongestPairs(
  { measures, correlations: plain }: Suitability,
  most: number,
  correlations: Matrix = plain,
): Pair[] {
  const p = measures.length;
  const found: { i: number; j: number; size: number }[] = [];
  let bound = 0;
  for (let j = 0; j < p; j++) {
    for (let i = 0; i < j; i++) {
      const size = Math.abs(entry(correlations, i, j));
      if (size <= bound) continue;
      found.push({ i, j, size });
      if (found.length < 4 * most) continue;
      found.sort((a, b) => b.size - a.size).length = most;
      bound = found[most - 1]!.size;
    }
  }
  return found
    .sort((a, b) => b.size - a.size)
    .slice(0, most)
    .map(({ i, j }) => ({
      a: measures[i]!.measure,
      b: measures[j]!.measure,
      r: entry(correlations, i, j),
    }));
}
