/** Weights of some numbers, or null where each counts once. */
export type Weights = ArrayLike<number> | null;

/** How often the numbers that are there (not NaN) count together. */
export function weightOf(values: ArrayLike<number>, weights: Weights = null): number {
  let total = 0;
  for (let i = 0; i < values.length; i++) {
    if (!Number.isNaN(values[i]!)) total += weights === null ? 1 : weights[i]!;
  }
  return total;
}

/**
 * The weighted mean of the numbers that are there, by updates (West 1979) from the first of them on and a second pass
 * over what is left: a common offset, however large for the spread, costs no digits.
 *
 * @returns NaN where there is none
 */
export function meanOf(values: ArrayLike<number>, weights: Weights = null): number {
  let mean = NaN;
  let total = 0;
  for (let i = 0; i < values.length; i++) {
    const value = values[i]!;
    if (Number.isNaN(value)) continue;
    const w = weights === null ? 1 : weights[i]!;
    total += w;
    if (Number.isNaN(mean)) mean = value;
    // Halves, since numbers of unlike sign may lie further apart than a double holds.
    else if (w > 0) mean += 2 * ((value / 2 - mean / 2) * (w / total));
  }
  if (!(total > 0)) return mean;
  let rest = 0;
  for (let i = 0; i < values.length; i++) {
    const value = values[i]!;
    if (!Number.isNaN(value)) rest += ((value - mean) * (weights === null ? 1 : weights[i]!)) / total;
  }
  return Number.isFinite(rest) ? mean + rest : mean;
}

/** Σ w (x − about)² over the numbers that are there. */
export function squaresAbout(values: ArrayLike<number>, about: number, weights: Weights = null): number {
  let squares = 0;
  for (let i = 0; i < values.length; i++) {
    const deviation = values[i]! - about;
    if (!Number.isNaN(deviation)) squares += deviation * deviation * (weights === null ? 1 : weights[i]!);
  }
  return squares;
}

/** The standard deviation of the numbers that are there, with divisor Σw − 1; NaN where that is not above 0. */
export function sdOf(values: ArrayLike<number>, weights: Weights = null): number {
  const divisor = weightOf(values, weights) - 1;
  return divisor > 0 ? Math.sqrt(squaresAbout(values, meanOf(values, weights), weights) / divisor) : NaN;
}
