import { percent, count } from '@wold/core/writeup/format';
import { THIN, leadCounts } from '@wold/core/methods/leading';
import { notThere, type Answer } from '../../../readings/answer';
import { useFactors, type FactorReduction } from '../results';

/** 3 factors of 24 hold 45 % together */
export function useFactorNumberAnswer(reduction: FactorReduction): Answer {
  const { value, stale, waits, problem } = useFactors(reduction);
  if (problem !== null) {
    return { text: 'cannot be told yet', stale: false, attention: 1, because: problem.what };
  }
  if (value === null) return notThere(waits);
  const { rotated, measures, jointShare, heywood } = value;
  const m = rotated.pattern.columns;
  const thin = leadCounts(rotated.pattern).filter(led => led < THIN).length;
  return {
    text: `${count(m, 'factor')} of ${measures.length.toLocaleString('en')} measures · ${percent(jointShare)} together`,
    stale,
    attention: thin + heywood.length,
    because: [
      ...(thin > 0 ? [`${count(thin, 'factor')} led by fewer than three measures`] : []),
      ...(heywood.length > 0 ? [count(heywood.length, 'Heywood case')] : []),
    ].join('; '),
  };
}
