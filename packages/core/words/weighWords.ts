import { mapSparse, squaredLengths, type SparseRows } from '../algebra/sparseRows';
import type { Weighing, WordsSettings } from './settings';

/** What a count of a word is made into before entries are brought to unit length, if they are. */
export function weightOfCount(count: number, held: number, n: number, weighing: Weighing): number {
  if (weighing === 'counts') return count;
  if (weighing === 'presence') return 1;
  return weighing === 'log counts' ? Math.log1p(count) : count * (Math.log((1 + n) / (1 + held)) + 1);
}

/**
 * What each count is made into: itself, 1, ln(1 + count), or count × (ln((1 + n) / (1 + entries with the word)) + 1);
 * then, where that is asked, every entry is brought to unit length.
 *
 * @param entries how many entries hold each word, of n
 */
export function weighWords(
  counts: SparseRows,
  entries: Float64Array,
  n: number,
  { weighing, unitLength }: Pick<WordsSettings, 'weighing' | 'unitLength'>,
): SparseRows {
  const weighed = mapSparse(counts, (count, word) => weightOfCount(count, entries[word]!, n, weighing));
  if (!unitLength) return weighed;
  const lengths = squaredLengths(weighed).map(Math.sqrt);
  return mapSparse(weighed, (value, _, row) => value / lengths[row]!);
}
