import { percent } from '@wold/core/writeup/format';
import type { Answer } from '../../../readings/answer';
import { useAnswerWithAgain } from '../../parts/trust/againAnswer';
import { useTold, type DiscriminantReduction } from '../results';

/** A share of rows by which those told by the axes themselves may beat those held out. */
export const MUCH_BETTER = 0.1;

/** 93 % told right where held out */
export const useToldAnswer = (reduction: DiscriminantReduction): Answer =>
  useAnswerWithAgain(reduction, useOwnAnswer(reduction));

function useOwnAnswer(reduction: DiscriminantReduction): Answer {
  const { value, stale, problem } = useTold(reduction);
  if (problem !== null || value === null) {
    return { text: 'not judged yet', stale: problem === null, attention: 0, because: '' };
  }
  const { apparent, heldOut, chance } = value;
  if (heldOut === null) {
    return {
      text: 'too few rows to hold any out',
      stale,
      attention: 1,
      because: 'nothing could be held out',
    };
  }
  const doubts = [
    ...(apparent.right - heldOut.right > MUCH_BETTER ? ['the axes fit rows that they know far better'] : []),
    ...(heldOut.right <= chance ? ['no better than to name the largest group'] : []),
  ];
  return {
    text: `${percent(heldOut.right)} told right where held out`,
    stale,
    attention: doubts.length,
    because: doubts.join('; '),
  };
}
