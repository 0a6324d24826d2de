import { methodNamed } from '@wold/core/methods/all';
import { doubtful } from '@wold/core/suitability/doubt';
import { count, fixed, percent } from '@wold/core/writeup/format';
import { useRelatedWords, useSuitability } from '../../results/stages';
import { useSplit } from '../texts/useSplit';
import { useTable } from '../../store/TableContext';
import { useRecipe } from '../../store/useStudy';
import { notThere, type Answer } from '../answer';

/** KMO 0.84 · 1 measure doubtful */
export function useSuitabilityAnswer(): Answer {
  const { value, stale, waits, problem } = useSuitability();
  const table = useTable();
  const split = useSplit() !== null;
  const words = useRelatedWords(split);
  const { suitability: rules, reductions } = useRecipe();
  const common = reductions.some(({ settings }) => methodNamed(settings.method).ofCommonFactors);
  if (split) {
    if (words.problem !== null)
      return { text: 'cannot be told yet', stale: false, attention: 1, because: words.problem.what };
    if (words.value === null) return notThere(words.waits);
    return {
      text: `${count(words.value.words, 'word')} · ${percent(words.value.filled, 1)} filled`,
      stale: words.stale,
      attention: 0,
      because: '',
    };
  }
  if (table.matrix?.kind === 'distance') {
    return { text: 'distances, no\u00a0measures', stale: false, attention: 0, because: '' };
  }
  if (problem !== null)
    return { text: 'cannot be told yet', stale: false, attention: 1, because: problem.what };
  if (value === null) return notThere(waits);
  const doubts = doubtful(value, rules, common).length;
  const kmo = Number.isNaN(value.kmo) ? value.definiteness : `KMO\u00a0${fixed(value.kmo, 2)}`;
  const text = `${kmo} · ${doubts === 0 ? 'no\u00a0measure' : count(doubts, 'measure')} doubtful`;
  return { text, stale, attention: doubts, because: 'doubtful measures' };
}
