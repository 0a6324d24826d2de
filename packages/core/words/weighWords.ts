import { mapSparse, squaredLengths, type SparseRows } from '../algebra/sparseRows';
import type { WordsSettings } from './settings';

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
  const rarity = entries.map(held => Math.log((1 + n) / (1 + held)) + 1);
  const weighed = mapSparse(counts, (count, word) => {
    if (weighing === 'counts') return count;
    if (weighing === 'presence') return 1;
    return weighing === 'log counts' ? Math.log1p(count) : count * rarity[word]!;
  });
  if (!unitLength) return weighed;
  const lengths = squaredLengths(weighed).map(Math.sqrt);
  return mapSparse(weighed, (value, _, row) => value / lengths[row]!);
}
