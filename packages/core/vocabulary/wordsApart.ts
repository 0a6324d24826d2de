import type { PreparedWords } from '../preparation/prepared';
import { Problem } from '../problem';
import { phiOf } from './relatedWords';

/** A word that some entries hold more, or less, often than the others. */
export interface WordApart {
  readonly word: string;
  /** Shares of the chosen entries, and of all others, that hold it. */
  readonly share: number;
  readonly others: number;
  /** The correlation of being chosen with holding it (φ). */
  readonly phi: number;
}

/** What sets some entries apart. */
export interface WordsApart {
  readonly n: number;
  readonly others: number;
  /** Words that they hold more often, and less often, the most telling first. */
  readonly more: readonly WordApart[];
  readonly less: readonly WordApart[];
}

const MOST = 40;

/** @param among rows of the table @throws Problem where none, or all, of them are in use */
export function wordsApart(
  { rows, weights, occurrences, measures }: PreparedWords,
  among: readonly number[],
): WordsApart {
  const chosen = new Set(among);
  const [inside, outside] = [new Float64Array(measures.length), new Float64Array(measures.length)];
  let [n, others] = [0, 0];
  rows.forEach((row, i) => {
    const weight = weights?.[i] ?? 1;
    const is = chosen.has(row);
    if (is) n += weight;
    else others += weight;
    const held = is ? inside : outside;
    for (let e = occurrences.starts[i]!; e < occurrences.starts[i + 1]!; e++) {
      held[occurrences.places[e]!]! += weight;
    }
  });
  if (n === 0 || others === 0) {
    throw new Problem(
      n === 0 ? 'none of these entries is in use.' : 'these are all entries in use.',
      'Select other rows.',
    );
  }
  const all = measures.map((word, j) => ({
    word,
    share: inside[j]! / n,
    others: outside[j]! / others,
    phi: phiOf(inside[j]!, n, inside[j]! + outside[j]!, n + others),
  }));
  const byPhi = all.sort((a, b) => b.phi - a.phi || (a.word < b.word ? -1 : 1));
  return {
    n,
    others,
    more: byPhi.filter(({ phi }) => phi > 0).slice(0, MOST),
    less: byPhi
      .filter(({ phi }) => phi < 0)
      .slice(-MOST)
      .reverse(),
  };
}
