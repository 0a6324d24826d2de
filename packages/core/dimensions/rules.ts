/** Eigenvalues are given in descending order throughout. */

/**
 * How many dimensions hold more than their stick would: of a stick broken at random into p pieces the d-th longest
 * has the share (1/p) Σ 1/i, i = d … p, on average (MacArthur 1957; Jackson 1993).
 */
export function brokenStick(shares: ArrayLike<number>, p: number): number {
  const sticks = stickShares(p);
  let count = 0;
  while (count < shares.length && shares[count]! > sticks[count]!) count++;
  return count;
}

/** The shares of a stick of p pieces, longest first. */
export function stickShares(p: number): Float64Array {
  const sticks = new Float64Array(p);
  let sum = 0;
  for (let d = p; d >= 1; d--) {
    sum += 1 / d;
    sticks[d - 1] = sum / p;
  }
  return sticks;
}

/** The fewest dimensions that hold at least a share of all variance. */
export function holding(shares: ArrayLike<number>, share: number): number {
  let sum = 0;
  for (let d = 0; d < shares.length; d++) {
    sum += shares[d]!;
    if (sum >= share - 1e-12) return d + 1;
  }
  return shares.length;
}

/**
 * The dimensions before the elbow: the point of the scree farthest below the chord from its first to its last
 * (Satopää and others 2011). 0 for fewer than three dimensions, or where none lies below.
 */
export function elbow(eigenvalues: ArrayLike<number>): number {
  const last = eigenvalues.length - 1;
  if (last < 2) return 0;
  const [high, low] = [eigenvalues[0]!, eigenvalues[last]!];
  let farthest = 0;
  let place = 0;
  for (let d = 1; d < last; d++) {
    // All points are as far from the chord as from the chord's value above them, but for one factor.
    const below = high + ((low - high) * d) / last - eigenvalues[d]!;
    if (below > farthest + 1e-12 * high) [farthest, place] = [below, d];
  }
  return place;
}
