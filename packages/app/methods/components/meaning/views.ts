/** The views of what the dimensions mean. */
export const MEANING_VIEWS = [
  ['words', 'Words'],
  ['along', 'Along the bands'],
  ['ledger', 'Ledger'],
  ['plane', 'Plane'],
  ['pictures', 'Pictures'],
  ['columns', 'Other columns'],
  ['outcome', 'Outcome'],
] as const;

export const MEANING_VIEW_NAMES = MEANING_VIEWS.map(([name]) => name);
