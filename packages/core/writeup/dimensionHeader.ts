import { distinctNames } from '../table/distinctNames';
import { dimensionName, type NamedDimension } from './dimensionName';

/** Heads of columns of dimensions, none of them twice or as one that is taken. */
export function dimensionHeader(
  names: readonly NamedDimension[],
  kept: number,
  taken: readonly string[] = [],
): string[] {
  return distinctNames(
    Array.from({ length: kept }, (_, d) => dimensionName(names, d + 1)),
    taken,
  );
}
