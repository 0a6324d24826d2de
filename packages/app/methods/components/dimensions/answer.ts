import type { ReductionBy } from '@wold/core/recipe/schema';
import { percent } from '@wold/core/writeup/format';
import { notThere, type Answer } from '../../../readings/answer';
import { useSplit } from '../../../readings/texts/useSplit';
import { useComponents } from '../results';
import { heldShare } from './cost';

/** 3 of 20 hold 71 % */
export function useDimensionsAnswer(reduction: ReductionBy<'components'>): Answer {
  const { value, stale, waits, problem } = useComponents(reduction);
  const split = useSplit() !== null;
  if (problem !== null)
    return { text: 'cannot be found yet', stale: false, attention: 1, because: problem.what };
  if (value === null) return notThere(waits);
  const text = `${value.kept} of ${value.eigenvalues.length} ${value.kept === 1 ? 'holds' : 'hold'} ${percent(heldShare(value))}`;
  // Of words the leading dimensions are all that is looked for.
  const noted = value.note !== null && !split;
  return { text, stale, attention: noted ? 1 : 0, because: noted ? value.note! : '' };
}
