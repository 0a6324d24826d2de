import { productsWith, squaredLengths, transposeSparse, mapSparse } from '../algebra/sparseRows';
import { quietHost, type Host } from '../host';
import type { PreparedWords } from '../preparation/prepared';

/** Two words that stand together. */
export interface WordPair {
  readonly words: readonly [string, string];
  /** Entries that hold both. */
  readonly both: number;
  /** The correlation of holding the one with holding the other (φ). */
  readonly phi: number;
}

/** What speaks for reducing the words of a text. */
export interface RelatedWords {
  /** Of rows that are counts, as many as these say. */
  readonly entries: number;
  readonly words: number;
  /** Of entries × words, the share that is not zero. */
  readonly filled: number;
  /** Different words that an entry holds. */
  readonly perEntry: { readonly fewest: number; readonly mean: number; readonly most: number };
  readonly pairs: readonly WordPair[];
}

const MOST_PAIRS = 60;

/** The pairs that go together most: by φ over the entries, weighed where rows are. */
export function relatedWords(prepared: PreparedWords, host: Host = quietHost): RelatedWords {
  const { occurrences, weights, measures, rows } = prepared;
  const present = mapSparse(occurrences, (_, __, row) => Math.sqrt(weights?.[row] ?? 1));
  const words = transposeSparse(present);
  const held = squaredLengths(words);
  const n = weights === null ? rows.length : weights.reduce((sum, weight) => sum + weight, 0);
  let best: WordPair[] = [];
  let least = 0;
  for (let a = 0; a < measures.length; a++) {
    if (a % 64 === 0) host.progress(a / measures.length);
    const both = productsWith(words, present, a);
    for (let b = a + 1; b < measures.length; b++) {
      if (both[b] === 0) continue;
      const phi = phiOf(both[b]!, held[a]!, held[b]!, n);
      if (!(phi > least)) continue;
      best.push({ words: [measures[a]!, measures[b]!], both: both[b]!, phi });
      if (best.length < 20 * MOST_PAIRS) continue;
      best = strongest(best);
      least = best.at(-1)!.phi;
    }
  }
  let [fewest, mean, most] = [Infinity, 0, 0];
  for (let i = 0; i < rows.length; i++) {
    const size = occurrences.starts[i + 1]! - occurrences.starts[i]!;
    [fewest, most] = [Math.min(fewest, size), Math.max(most, size)];
    mean += ((weights?.[i] ?? 1) * size) / n;
  }
  return {
    entries: n,
    words: measures.length,
    filled: mean / measures.length,
    perEntry: { fewest, mean, most },
    pairs: strongest(best),
  };
}

const strongest = (pairs: WordPair[]): WordPair[] =>
  pairs.sort((a, b) => b.phi - a.phi || b.both - a.both).slice(0, MOST_PAIRS);

/** The correlation of two marks of entries, of which so many have both, the one, and the other. */
export function phiOf(both: number, one: number, other: number, n: number): number {
  const spread = Math.sqrt(one * (n - one) * other * (n - other));
  return spread > 0 ? (n * both - one * other) / spread : 0;
}
