import type { ReductionBy } from '@wold/core/recipe/schema';
import { count } from '@wold/core/writeup/format';
import type { Answer } from '../../../readings/answer';
import { useNaming } from '../../../results/stages';
import { useSplit } from '../../../readings/texts/useSplit';
import { useComponents } from '../results';
import { costOf } from '../dimensions/cost';

/** 2 of 3 named */
export function useMeaningAnswer(reduction: ReductionBy<'components'>): Answer {
  const { value, stale, problem } = useComponents(reduction);
  const { names, rest } = useNaming(reduction);
  const split = useSplit() !== null;
  if (problem !== null || value === null) {
    return { text: 'nothing to read yet', stale: problem === null, attention: 0, because: '' };
  }
  const named = names.filter(({ dimension }) => dimension <= value.kept).length;
  // Fifty dimensions of words are not each led by three.
  const thin = split ? 0 : costOf(value).thin.length;
  return {
    text: `${named} of ${value.kept} named`,
    stale,
    attention: thin + rest.length,
    because: [
      ...(rest.length > 0 ? [`${count(rest.length, 'name')} without a dimension`] : []),
      ...(thin > 0 ? [`${count(thin, 'dimension')} led by fewer than three measures`] : []),
    ].join('; '),
  };
}
