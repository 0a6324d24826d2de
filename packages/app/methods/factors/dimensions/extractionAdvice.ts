import type { Suitability } from '@wold/core/suitability/suitability';
import { pWords } from '@wold/core/writeup/format';

/** What question 3 found says of the extraction. @param limit p from which measures are taken for normal together */
export function extractionAdvice({ definiteness, mardia, n }: Suitability, limit: number): string {
  if (definiteness !== 'definite') {
    return `The correlations are ${definiteness}: maximum likelihood cannot be had of them, minimum residual can.`;
  }
  if (n === null) return 'Without the number of rows nothing can be tested; any extraction will do.';
  if (mardia === null) {
    return 'Whether the measures are normal together could not be told (question 3): minimum residual asks nothing of it.';
  }
  const least = Math.min(mardia.kurtosisP, mardia.skewnessP ?? 1);
  return least >= limit
    ? `Question 3: normal together, as far as can be told (Mardia, p ${pWords(least)}). Maximum likelihood may be used.`
    : `Question 3: not normal together (Mardia, p ${pWords(least)}). Minimum residual or principal axes are safer than maximum likelihood.`;
}
