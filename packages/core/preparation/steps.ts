/** Steps of preparation that can be switched off to see their effect. */
export const STEPS = ['set aside', 'filter', 'repeats', 'fill', 'reverse', 'outliers', 'transform'] as const;

export type Step = (typeof STEPS)[number];
