import { remarksOn } from '@wold/core/methods/factors/remarks';
import { count } from '@wold/core/writeup/format';
import type { Answer } from '../../../readings/answer';
import { useNaming } from '../../../results/stages';
import { fadeFor, useFactors, type FactorReduction } from '../results';

/** 2 of 3 named · 1 item on none */
export function useFactorMeaningAnswer(reduction: FactorReduction): Answer {
  const { value, stale, problem } = useFactors(reduction);
  const { names, rest } = useNaming(reduction);
  if (problem !== null || value === null) {
    return { text: 'nothing to read yet', stale: problem === null, attention: 0, because: '' };
  }
  const m = value.rotated.pattern.columns;
  const named = names.filter(({ dimension }) => dimension <= m).length;
  const { without, crossing } = remarksOn(value, fadeFor(reduction, value));
  return {
    text: `${named} of ${m} named${without.length > 0 ? ` · ${count(without.length, 'measure')} on none` : ''}`,
    stale,
    attention: rest.length + without.length + crossing.length,
    because: [
      ...(rest.length > 0 ? [`${count(rest.length, 'name')} without a factor`] : []),
      ...(without.length > 0 ? [`${count(without.length, 'measure')} that no factor explains`] : []),
      ...(crossing.length > 0 ? [`${count(crossing.length, 'measure')} on two factors`] : []),
    ].join('; '),
  };
}
