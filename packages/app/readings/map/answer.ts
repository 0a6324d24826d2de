import type { Reduction } from '@wold/core/recipe/schema';
import type { Answer } from '../answer';
import { usePlacement } from '../../results/stages';
import { count } from '@wold/core/writeup/format';

/** 252 rows · coloured by kiln */
export function useMapAnswer(reduction: Reduction): Answer {
  const { value, stale, problem } = usePlacement(reduction);
  if (problem !== null || value === null) {
    return { text: 'no map yet', stale: problem === null, attention: 0, because: '' };
  }
  const { colour } = reduction.map;
  const text = `${count(value.rows.length, 'row')} · ${colour === null ? 'one colour' : `coloured by ${colour}`}`;
  return { text, stale, attention: 0, because: '' };
}
