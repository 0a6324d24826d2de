import { count, percent } from '@wold/core/writeup/format';
import { notThere, type Answer } from '../../../readings/answer';
import { useDiscriminant, type DiscriminantReduction } from '../results';

/** 2 of 4 axes hold 91 % of what parts kiln */
export function useAxesAnswer(reduction: DiscriminantReduction): Answer {
  const { value, stale, waits, problem } = useDiscriminant(reduction);
  if (problem !== null) {
    return { text: 'cannot be told yet', stale: false, attention: 1, because: problem.what };
  }
  if (value === null) return notThere(waits);
  const { kept, eigenvalues, shares, label } = value;
  const held = shares.slice(0, kept).reduce((sum, share) => sum + share, 0);
  return {
    text:
      kept === eigenvalues.length
        ? `${count(kept, 'axis', 'axes')} ${kept === 1 ? 'parts' : 'part'} ${label}`
        : `${kept} of ${count(eigenvalues.length, 'axis', 'axes')} hold ${percent(held)} of what parts ${label}`,
    stale,
    attention: value.singular ? 1 : 0,
    because: value.singular ? 'the covariance within groups is singular, and was shrunk' : '',
  };
}
