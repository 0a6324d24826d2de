/** A dimension's name, by its number counted from 1. */
export interface NamedDimension {
  readonly dimension: number;
  readonly name: string;
}

/** The name that the analyst gave a dimension, or undefined. */
export function givenName(names: readonly NamedDimension[], dimension: number): string | undefined {
  return names.find(named => named.dimension === dimension)?.name;
}

/** The name of a dimension everywhere: the analyst's, or "Dimension" and its number. */
export function dimensionName(names: readonly NamedDimension[], dimension: number): string {
  return givenName(names, dimension) ?? `Dimension ${dimension}`;
}
