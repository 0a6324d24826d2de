import { chiSquareTail, logGamma } from './distributions';

/**
 * The share of the noncentral χ² distribution that lies beyond `x`: central tails mixed by Poisson weights (Patnaik
 * 1949), summed from the largest weight to both sides.
 *
 * @param noncentrality λ, 0 or more
 */
export function noncentralChiSquareTail(x: number, df: number, noncentrality: number): number {
  if (noncentrality === 0) return chiSquareTail(x, df);
  const half = noncentrality / 2;
  const weight = (j: number) => Math.exp(j * Math.log(half) - half - logGamma(j + 1));
  const middle = Math.floor(half);
  let sum = 0;
  for (let j = middle; ; j++) {
    const part = weight(j);
    sum += part * chiSquareTail(x, df + 2 * j);
    if (part < 1e-16 && j > middle) break;
  }
  for (let j = middle - 1; j >= 0; j--) {
    const part = weight(j);
    sum += part * chiSquareTail(x, df + 2 * j);
    if (part < 1e-16) break;
  }
  return Math.min(1, sum);
}

/**
 * The noncentrality with which `share` of the distribution lies beyond `x`, by halving; 0 where more lies there without
 * any.
 */
export function noncentralityOf(x: number, df: number, share: number): number {
  if (chiSquareTail(x, df) >= share) return 0;
  let [low, high] = [0, 1];
  while (noncentralChiSquareTail(x, df, high) < share) high *= 2;
  for (let step = 0; step < 200 && high - low > 1e-12 * high; step++) {
    const middle = (low + high) / 2;
    if (noncentralChiSquareTail(x, df, middle) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
