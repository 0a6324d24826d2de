/** How often levels of one label meet those of another. */
export interface CrossTable {
  /** Levels of the one × levels of the other. */
  readonly counts: readonly Float64Array[];
  readonly n: number;
}

/**
 * Counts how often the levels of two labels meet.
 *
 * @param one codes from 0, below 0 where there is none; such rows do not count
 * @param other likewise, as long
 * @param weights what a row counts for, null where it is 1
 */
export function crossTable(
  one: ArrayLike<number>,
  other: ArrayLike<number>,
  levels: readonly [number, number],
  weights: ArrayLike<number> | null = null,
): CrossTable {
  const counts = Array.from({ length: levels[0] }, () => new Float64Array(levels[1]));
  let n = 0;
  for (let i = 0; i < one.length; i++) {
    if (one[i]! < 0 || other[i]! < 0) continue;
    const weight = weights?.[i] ?? 1;
    counts[one[i]!]![other[i]!]! += weight;
    n += weight;
  }
  return { counts, n };
}
