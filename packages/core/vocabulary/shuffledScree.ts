import { leadingSparse } from '../algebra/leadingSparse';
import { partSeed, seededRandom } from '../algebra/random';
import { transposeSparse, type SparseRows } from '../algebra/sparseRows';
import { quietHost, stretch, type Host } from '../host';
import type { PreparedWords } from '../preparation/prepared';

/** Eigenvalues where every word is dealt out anew among the entries: how words go together is gone, all else is kept. */
export interface ShuffledScree {
  readonly shuffles: number;
  /** Of each dimension over the shuffles. */
  readonly mean: Float64Array;
  readonly most: Float64Array;
}

/** Eigenvalues of dealt-out words lie close together; as good as this they tell what they are for. */
const TOLERANCE = 1e-4;

/** Parallel analysis by permutation (Buja and Eyuboglu 1992) of a sparse block, over its leading dimensions. */
export function shuffledScree(
  { sparse, offsets, weights, divisor }: PreparedWords,
  { leading, shuffles, seed }: { readonly leading: number; readonly shuffles: number; readonly seed: number },
  host: Host = quietHost,
): ShuffledScree {
  const found = Array.from({ length: shuffles }, (_, part) => {
    const own = stretch(host, part / shuffles, (part + 1) / shuffles);
    const dealt = dealtOut(sparse, partSeed(seed, part));
    return leadingSparse(dealt, offsets, weights, divisor, leading, own, TOLERANCE).values;
  });
  const mean = found[0]!.map((_, d) => found.reduce((sum, values) => sum + values[d]!, 0) / shuffles);
  const most = found[0]!.map((_, d) => found.reduce((top, values) => Math.max(top, values[d]!), 0));
  return { shuffles, mean, most };
}

/** Each column's entries in rows drawn without replacement. */
export function dealtOut(sparse: SparseRows, seed: number): SparseRows {
  const across = transposeSparse(sparse);
  const random = seededRandom(seed);
  const n = sparse.rows;
  const places = across.places.slice();
  const order = Uint32Array.from({ length: n }, (_, i) => i);
  for (let j = 0; j < across.rows; j++) {
    const [from, to] = [across.starts[j]!, across.starts[j + 1]!];
    for (let e = from; e < to; e++) {
      const at = e - from;
      const other = at + random.whole(n - at);
      [order[at], order[other]] = [order[other]!, order[at]!];
      places[e] = order[at]!;
    }
  }
  // There and back puts each row's columns in order.
  return transposeSparse({ ...across, places });
}
