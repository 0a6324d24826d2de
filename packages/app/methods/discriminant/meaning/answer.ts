import { count } from '@wold/core/writeup/format';
import type { Answer } from '../../../readings/answer';
import { useNaming } from '../../../results/stages';
import { useDiscriminant, type DiscriminantReduction } from '../results';

/** 2 of 4 named */
export function useAxesMeaningAnswer(reduction: DiscriminantReduction): Answer {
  const { value, stale, problem } = useDiscriminant(reduction);
  const { names, rest } = useNaming(reduction);
  if (problem !== null || value === null) {
    return { text: 'nothing to read yet', stale: problem === null, attention: 0, because: '' };
  }
  const named = names.filter(({ dimension }) => dimension <= value.kept).length;
  return {
    text: `${named} of ${value.kept} named`,
    stale,
    attention: rest.length,
    because: rest.length > 0 ? `${count(rest.length, 'name')} without an axis` : '',
  };
}
