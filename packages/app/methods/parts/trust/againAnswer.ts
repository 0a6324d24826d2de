import type { Reduction } from '@wold/core/recipe/schema';
import type { Answer } from '../../../readings/answer';
import { useQuickResamples } from '../../../results/again';
import { worstAgain } from './worstAgain';

/**
 * A method's own answer to whether it can be relied on, with the worst of how its dimensions come out of rows drawn anew,
 * where that is quick or was looked at.
 */
export function useAnswerWithAgain(reduction: Reduction, own: Answer): Answer {
  const { value, stale } = useQuickResamples(reduction);
  const worst = value === null || stale ? null : worstAgain(value);
  if (worst === null) return own;
  return {
    text: `${worst.text} · ${own.text}`,
    stale: own.stale,
    attention: own.attention + Number(worst.doubt !== ''),
    because: [worst.doubt, own.because].filter(part => part !== '').join('; '),
  };
}
