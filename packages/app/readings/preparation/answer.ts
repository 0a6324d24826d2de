import { count } from '../../charts/format';
import type { Answer } from '../../frame/Rail';
import { useAccount } from '../../results/stages';

/** 34 rows left out · unit variance */
export function usePreparationAnswer(): Answer {
  const { value, stale, problem } = useAccount();
  if (problem !== null)
    return { text: 'cannot be used yet', stale: false, attention: 1, because: problem.what };
  if (value === null) return { text: 'not there yet', stale: true, attention: 0, because: '' };
  const out = value.rowsLeftOut.length;
  const aside = value.measuresSetAside.length;
  const parts = [
    out === 0 ? 'every row used' : `${count(out, 'row')}\u00a0left\u00a0out`,
    ...(aside > 0 ? [`${count(aside, 'measure')} set aside`] : []),
    value.scale === 'unit-variance' ? 'unit\u00a0variance' : 'centred',
  ];
  return { text: parts.join(' · '), stale, attention: aside, because: 'measures that cannot be used' };
}
