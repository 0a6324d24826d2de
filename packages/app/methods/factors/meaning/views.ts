/** The views of what the factors mean. */
export const FACTOR_VIEWS = [
  ['ledger', 'Ledger'],
  ['beside', 'Beside'],
  ['plane', 'Plane'],
  ['report', 'Report'],
  ['columns', 'Other columns'],
  ['outcome', 'Outcome'],
] as const;
export type FactorView = (typeof FACTOR_VIEWS)[number][0];

/** Those that a table of relations has none of. */
export const OF_ROWS: readonly FactorView[] = ['columns', 'outcome'];
