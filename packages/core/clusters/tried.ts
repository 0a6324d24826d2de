/** Most clusters that are tried, and the seed of their starts. */
export const TRIED = { most: 8, seed: 1 } as const;
