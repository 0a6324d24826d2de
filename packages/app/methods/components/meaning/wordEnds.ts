/** An end of a dimension. */
export interface End {
  /** The words that load most there, largest first, with their size beside that of the largest of both ends. */
  readonly words: readonly { readonly word: string; readonly loading: number; readonly size: number }[];
  /** Rows of the table that lie furthest out. */
  readonly rows: readonly number[];
}

const MOST_WORDS = 12;
const MOST_ROWS = 2;
/** Words that load less beside the largest say nothing of the dimension. */
const LEAST = 0.12;

/** The lower and the upper end of a dimension. */
export function endsOf(
  words: readonly string[],
  loadings: Float64Array,
  rows: Uint32Array,
  scores: Float64Array,
): readonly [End, End] {
  const largest = loadings.reduce((most, loading) => Math.max(most, Math.abs(loading)), 0);
  const order = [...words.keys()].sort((a, b) => Math.abs(loadings[b]!) - Math.abs(loadings[a]!));
  const byScore = [...rows.keys()].sort((a, b) => scores[a]! - scores[b]! || a - b);
  const end = (sign: -1 | 1): End => ({
    words: order
      .filter(j => sign * loadings[j]! > LEAST * largest)
      .slice(0, MOST_WORDS)
      .map(j => ({ word: words[j]!, loading: loadings[j]!, size: Math.abs(loadings[j]!) / largest })),
    rows: (sign < 0 ? byScore.slice(0, MOST_ROWS) : byScore.slice(-MOST_ROWS).reverse())
      .filter(i => sign * scores[i]! > 0)
      .map(i => rows[i]!),
  });
  return [end(-1), end(1)];
}
