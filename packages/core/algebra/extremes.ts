/** The least of some numbers, however many; Infinity of none. */
export function leastOf(values: ArrayLike<number>): number {
  let least = Infinity;
  for (let i = 0; i < values.length; i++) if (values[i]! < least) least = values[i]!;
  return least;
}

/** The largest of some numbers, however many; −Infinity of none. */
export function mostOf(values: ArrayLike<number>): number {
  let most = -Infinity;
  for (let i = 0; i < values.length; i++) if (values[i]! > most) most = values[i]!;
  return most;
}
