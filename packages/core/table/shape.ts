/** How a distribution departs from the normal. */
export interface Shape {
  /** g₁ = m₃ / m₂^1.5 (Fisher 1930): 0 for a symmetric distribution, above it with a long tail upwards. */
  readonly skewness: number;
  /** Excess kurtosis g₂ = m₄ / m₂² − 3 (Fisher 1930): 0 for the normal. */
  readonly kurtosis: number;
}

/** Skewness and kurtosis of numbers without NaN; NaN where they do not vary. */
export function shapeOf(values: ArrayLike<number>): Shape {
  const n = values.length;
  let sum = 0;
  for (let i = 0; i < n; i++) sum += values[i]!;
  const mean = sum / n;
  let [m2, m3, m4] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const d = values[i]! - mean;
    m2 += d * d;
    m3 += d * d * d;
    m4 += d * d * d * d;
  }
  if (m2 === 0) return { skewness: NaN, kurtosis: NaN };
  return { skewness: (Math.sqrt(n) * m3) / (m2 * Math.sqrt(m2)), kurtosis: (n * m4) / (m2 * m2) - 3 };
}
