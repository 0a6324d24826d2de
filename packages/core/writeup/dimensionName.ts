/** The name of a dimension everywhere: the analyst's, or "Dimension" and its number. */
export function dimensionName(names: Readonly<Record<string, string>>, dimension: number): string {
  return names[String(dimension)] ?? `Dimension ${dimension}`;
}
