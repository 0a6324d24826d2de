import { deviationsOf, meanOf, weightOf, type Weights } from './moments';

/** How a distribution departs from the normal. */
export interface Shape {
  /** g₁ = m₃ / m₂^1.5 (Fisher 1930): 0 for a symmetric distribution, above it with a long tail upwards. */
  readonly skewness: number;
  /** Excess kurtosis g₂ = m₄ / m₂² − 3 (Fisher 1930): 0 for the normal. */
  readonly kurtosis: number;
}

/** Weighted skewness and kurtosis of the numbers that are there; NaN where they do not vary. */
export function shapeOf(values: ArrayLike<number>, weights: Weights = null): Shape {
  const mean = meanOf(values, weights);
  const { deviations, half } = deviationsOf(values, mean);
  if (!(half > 0)) return { skewness: NaN, kurtosis: NaN };
  let [m2, m3, m4] = [0, 0, 0];
  for (let i = 0; i < values.length; i++) {
    const d = deviations[i]!;
    if (Number.isNaN(d)) continue;
    const w = weights === null ? 1 : weights[i]!;
    m2 += w * d * d;
    m3 += w * d * d * d;
    m4 += w * d * d * d * d;
  }
  const n = weightOf(values, weights);
  return { skewness: (Math.sqrt(n) * m3) / (m2 * Math.sqrt(m2)), kurtosis: (n * m4) / (m2 * m2) - 3 };
}
