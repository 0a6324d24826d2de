/** Of k dimensions all pairs, counted from 0, the lesser first. */
export const pairsOf = (k: number): (readonly [number, number])[] =>
  Array.from({ length: k }, (_, b) => Array.from({ length: b }, (__, a) => [a, b] as const)).flat();
