/**
 * The names, those that stood before with a number behind them: "a", "a (2)". In time that grows with their number
 * alone, however many are equal.
 *
 * @param taken names that are in use already
 * @param numbered how a name and its number are written together
 */
export function distinctNames(
  wanted: readonly string[],
  taken: Iterable<string> = [],
  numbered: (name: string, number: number) => string = (name, number) => `${name} (${number})`,
): string[] {
  const used = new Set(taken);
  const next = new Map<string, number>();
  return wanted.map(name => {
    let found = name;
    let repeat = next.get(name) ?? 2;
    for (; used.has(found); repeat++) found = numbered(name, repeat);
    next.set(name, repeat);
    used.add(found);
    return found;
  });
}
