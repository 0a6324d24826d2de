import { coefficient } from '@wold/core/writeup/format';
import { notThere, type Answer } from '../../../readings/answer';
import { useMapQuality, useNeighbourMap, type NeighboursReduction } from '../results';

/** Below this, neighbours on the map are not to be taken for neighbours. */
export const TRUE_ENOUGH = 0.9;

/** trustworthiness .99 · continuity .98 */
export function useTruenessAnswer(reduction: NeighboursReduction): Answer {
  const map = useNeighbourMap(reduction);
  const { value, stale, problem } = useMapQuality(reduction);
  if (map.problem !== null) {
    return { text: 'cannot be told yet', stale: false, attention: 0, because: '' };
  }
  if (problem !== null) {
    return { text: 'cannot be told', stale: false, attention: 1, because: problem.what };
  }
  if (value === null) return notThere(map.waits);
  const low = Math.min(value.trustworthiness, value.continuity) < TRUE_ENOUGH;
  return {
    text: `trustworthiness ${coefficient(value.trustworthiness)} · continuity ${coefficient(value.continuity)}`,
    stale,
    attention: Number(low),
    because: low ? 'neighbours on the map and in the table differ' : '',
  };
}
