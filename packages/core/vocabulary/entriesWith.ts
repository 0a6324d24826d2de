import type { SparseRows } from '../algebra/sparseRows';
import type { PreparedWords } from '../preparation/prepared';

/** Rows of the table whose entries hold a word; none where it is no word of the vocabulary. */
export function entriesWith(
  { measures, rows, occurrences, placedRows, placedSparse }: PreparedWords,
  word: string,
): Uint32Array {
  const place = measures.indexOf(word);
  return Uint32Array.from([
    ...holding(occurrences, place).map(i => rows[i]!),
    ...holding(placedSparse, place).map(i => placedRows[i]!),
  ]).sort();
}

const holding = ({ rows, starts, places }: SparseRows, place: number): number[] =>
  [...Array(rows).keys()].filter(i => places.subarray(starts[i]!, starts[i + 1]!).includes(place));
