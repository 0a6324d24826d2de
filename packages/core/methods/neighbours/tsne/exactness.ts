/** Up to so many points all pairs push each other one by one; beyond, by way of a grid or a tree. */
const MOST_EXACT = 2000;

export const isExact = (points: number): boolean => points <= MOST_EXACT;
