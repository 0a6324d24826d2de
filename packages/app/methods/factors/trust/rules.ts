/** From where figures of fit speak for or against (Browne and Cudeck 1993; Hu and Bentler 1999). */
export const GOOD_FIT = { rmsea: 0.08, srmr: 0.08, incremental: 0.95, residuals: 0.5 } as const;
