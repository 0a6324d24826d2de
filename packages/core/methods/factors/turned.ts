import { FAIR } from '../../algebra/congruence';
import type { Matrix } from '../../algebra/matrix';
import { likenessOf, nearestOf, type Profile } from '../names';

/**
 * Signs, 1 or −1, that have factors point as some profiles do. A factor that is like none of them stays as it is.
 *
 * @param structure measures × factors, as the factors are found
 */
export function signsTowards(
  profiles: readonly Profile[],
  measures: readonly string[],
  structure: Matrix,
): number[] {
  const signs = new Array<number>(structure.columns).fill(1);
  for (const profile of profiles) {
    const { dimension, congruence } = nearestOf(likenessOf(profile, { measures, correlations: structure }));
    if (congruence <= -FAIR) signs[dimension - 1] = -1;
  }
  return signs;
}
