import { coefficient, count } from '@wold/core/writeup/format';
import { notThere, type Answer } from '../../../readings/answer';
import {
  useGaps,
  useLabelInHand,
  useMapQuality,
  useNeighbourMap,
  type NeighboursReduction,
} from '../results';

/** Below this, neighbours on the map are not to be taken for neighbours. */
export const TRUE_ENOUGH = 0.9;

/** trustworthiness .99 · continuity .98 */
export function useTruenessAnswer(reduction: NeighboursReduction): Answer {
  const map = useNeighbourMap(reduction);
  const { value, stale, problem } = useMapQuality(reduction);
  const label = useLabelInHand(reduction);
  const gapped = { kind: 'label', column: label ?? '' } as const;
  const gaps = useGaps(reduction, gapped, label !== null);
  if (map.problem !== null) {
    return { text: 'cannot be told yet', stale: false, attention: 0, because: '' };
  }
  if (problem !== null) {
    return { text: 'cannot be told', stale: false, attention: 1, because: problem.what };
  }
  if (value === null) return notThere(map.waits);
  const own = gaps.stale ? [] : (gaps.value?.of ?? []).filter(({ verdict }) => verdict === 'map');
  const low = Math.min(value.trustworthiness, value.continuity) < TRUE_ENOUGH;
  return {
    text: [
      ...(own.length > 0 ? [`${count(own.length, 'gap')} of the map alone`] : []),
      `trustworthiness ${coefficient(value.trustworthiness)}`,
      ...(own.length > 0 ? [] : [`continuity ${coefficient(value.continuity)}`]),
    ].join(' · '),
    stale,
    attention: Number(low) + Number(own.length > 0),
    because: [
      ...(low ? ['neighbours on the map and in the table differ'] : []),
      ...(own.length > 0 ? ['the map parts groups that the table does not'] : []),
    ].join('; '),
  };
}
