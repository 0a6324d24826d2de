import type { ReductionBy } from '@wold/core/recipe/schema';
import { count } from '@wold/core/writeup/format';
import { useDistances } from '../results';
import { useTable } from '../../../store/TableContext';
import type { Answer } from '../../../readings/answer';
import { useAnswerWithAgain } from '../../parts/trust/againAnswer';
import { oddRows } from './odd';

/** stable in 96 of 100 · 21 rows beyond the limits */
export const useTrustAnswer = (reduction: ReductionBy<'components'>): Answer =>
  useAnswerWithAgain(reduction, useOddAnswer(reduction));

function useOddAnswer(reduction: ReductionBy<'components'>): Answer {
  const { matrix } = useTable();
  const { value, stale, problem } = useDistances(reduction);
  if (matrix !== null) return { text: 'no rows to judge by', stale: false, attention: 0, because: '' };
  if (problem !== null || value === null) {
    return { text: 'not judged yet', stale: problem === null, attention: 0, because: '' };
  }
  const { far, off } = oddRows(value);
  const odd = new Set([...far, ...off]).size;
  const text = odd === 0 ? 'no row is odd' : `${count(odd, 'row')} beyond the limits`;
  return { text, stale, attention: 0, because: '' };
}
