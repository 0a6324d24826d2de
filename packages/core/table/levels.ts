const collator = new Intl.Collator('en', { numeric: true });

/** Levels stand in an order that does not depend on the rows': numbers within them by size, then by letter. */
export function compareLevels(a: string, b: string): number {
  return collator.compare(a, b) || (a < b ? -1 : 1);
}
