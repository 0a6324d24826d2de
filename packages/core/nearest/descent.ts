import { quietHost, stretch, type Host } from '../host';
import { compiledSearch } from './compiledSearch';
import { someRows } from './distinct';
import type { Neighbours } from './exactNeighbours';
import { levelsFor, projected, randomDirections, treeLeaves } from './forest';
import { sampledLists } from './lists';
import type { SearchMetric } from './metric';
import { plainSearch } from './plainSearch';
import type { FlatRows } from './rows';

/** Trees that the search starts from. */
const TREES = 8;
/** Neighbours of a kind that are looked around a round. */
const LOOKED_AROUND = 15;
const MOST_ROUNDS = 20;
/** Rounds end where so small a share of neighbours still changes. */
const FEW = 0.003;

/**
 * Nearly the k nearest rows of each row: from leaves of random trees on, neighbours of neighbours are looked at until few
 * are nearer (Dong, Moses and Li 2011). A row changes what is known of itself alone, so that the outcome does not depend
 * on the number of threads. How much is missed is for {@link recallOf} to say.
 *
 * @param k below the number of rows
 */
export function descentNeighbours(
  given: FlatRows,
  k: number,
  metric: Exclude<SearchMetric, 'given'>,
  host: Host = quietHost,
): Neighbours {
  const levels = levelsFor(given.n);
  // Rows that are near each other stand near each other in memory, which is half of the speed.
  const { order } = treeLeaves(given.n, levels, projected(given, randomDirections(given, levels, 0)));
  const rows = someRows(given, order);
  const search = compiledSearch(rows, k, metric, host) ?? plainSearch(rows, k, metric);
  try {
    const planted = stretch(host, 0, 0.3);
    for (let tree = 0; tree < TREES; tree++) {
      planted.progress(tree / TREES);
      const along = search.project(randomDirections(rows, levels, tree + 1));
      search.join(treeLeaves(rows.n, levels, along));
    }
    const rounds = stretch(host, 0.3, 1);
    for (let round = 0; round < MOST_ROUNDS; round++) {
      // Five rounds are usual.
      rounds.progress(1 - 0.7 ** round);
      const { fresh, known } = sampledLists(search.neighbours(), k, Math.min(k, LOOKED_AROUND), round);
      if (search.descend(fresh, known) < FEW * rows.n * k) break;
    }
    return placedBack(search.sorted(), order);
  } finally {
    search.end();
  }
}

/** Neighbours of rows that were put into another order, by where the rows stood. */
function placedBack({ k, rows, distances }: Neighbours, order: Uint32Array): Neighbours {
  const back = { k, rows: new Uint32Array(rows.length), distances: new Float32Array(rows.length) };
  order.forEach((row, i) => {
    const to = row * k;
    for (let e = 0; e < k; e++) {
      const place = order[rows[i * k + e]!]!;
      const distance = distances[i * k + e]!;
      let at = to + e;
      // Of equally far ones the first.
      for (; at > to && back.distances[at - 1] === distance && back.rows[at - 1]! > place; at--) {
        back.rows[at] = back.rows[at - 1]!;
      }
      back.rows[at] = place;
      back.distances[to + e] = distance;
    }
  });
  return back;
}

/** Rows up to which all distances are looked at. */
const EXACT = 5000;
/** Rows that the search holds a row against for each neighbour wanted, and what comes to their entries, as measured. */
const HELD = 400;
const BESIDE = 60;

/** Whether to look at all distances: where rows are few, or where the search would take longer. */
export const exactIsQuicker = ({ n, entries }: Pick<FlatRows, 'n' | 'entries'>, k: number): boolean =>
  n <= EXACT || n * entries <= HELD * k * (entries + BESIDE);
