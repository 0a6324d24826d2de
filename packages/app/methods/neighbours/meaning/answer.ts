import type { Answer } from '../../../readings/answer';
import { notThere } from '../../../readings/answer';
import { useNeighbourMap, type NeighboursReduction } from '../results';
import { regionWord } from './region';

/** Fennick held against the rest */
export function useApartAnswer(reduction: NeighboursReduction): Answer {
  const { value, waits, problem } = useNeighbourMap(reduction);
  if (problem !== null) {
    return { text: 'cannot be told yet', stale: false, attention: 1, because: problem.what };
  }
  if (value === null) return notThere(waits);
  const { apart } = reduction.settings;
  return {
    text: apart === null ? 'no region chosen' : `${regionWord(apart)} held against the rest`,
    stale: false,
    attention: 0,
    because: '',
  };
}
