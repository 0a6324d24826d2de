import type { Search } from './search';
import { distanceOf } from './exactNeighbours';
import { FRESH, ROW } from './lists';
import type { SearchMetric } from './metric';
import type { FlatRows } from './rows';

/** The search in plain loops, as {@link compiledSearch} does it. */
export function plainSearch(rows: FlatRows, k: number, metric: Exclude<SearchMetric, 'given'>): Search {
  const { n, stride, values } = rows;
  const distances = new Float32Array(n * k).fill(Infinity);
  const neighbours = new Uint32Array(n * k).fill(ROW);
  /** Takes a row among the neighbours of another, in the order of their distances: 1 where it is nearer than the furthest. */
  const take = (i: number, j: number): number => {
    const distance = Math.fround(distanceOf(rows, i, j, metric));
    const [from, last] = [i * k, i * k + k - 1];
    if (distance >= distances[last]!) return 0;
    for (let e = from; e <= last; e++) if ((neighbours[e]! & ROW) === j) return 0;
    let at = last;
    for (; at > from && distances[at - 1]! > distance; at--) {
      distances[at] = distances[at - 1]!;
      neighbours[at] = neighbours[at - 1]!;
    }
    distances[at] = distance;
    neighbours[at] = (j | FRESH) >>> 0;
    return 1;
  };
  return {
    project: directions => {
      const count = directions.length / stride;
      const along = new Float32Array(count * n);
      for (let d = 0; d < count; d++) {
        for (let i = 0; i < n; i++) {
          let sum = 0;
          for (let e = 0; e < stride; e++) sum += values[i * stride + e]! * directions[d * stride + e]!;
          along[d * n + i] = sum;
        }
      }
      return along;
    },
    join: ({ order, starts }) => {
      for (let leaf = 0; leaf + 1 < starts.length; leaf++) {
        for (let a = starts[leaf]!; a < starts[leaf + 1]!; a++) {
          for (let b = a + 1; b < starts[leaf + 1]!; b++) {
            take(order[a]!, order[b]!);
            take(order[b]!, order[a]!);
          }
        }
      }
    },
    neighbours: () => neighbours,
    descend: (fresh, known) => {
      let changes = 0;
      for (let i = 0; i < n; i++) {
        const seen = new Set([i]);
        for (const [lists, others] of [
          [fresh, [fresh, known]],
          [known, [fresh]],
        ] as const) {
          for (let e = i * lists.width; e < i * lists.width + lists.counts[i]!; e++) {
            const j = lists.rows[e]!;
            for (const { width, rows: there, counts } of others) {
              for (let f = j * width; f < j * width + counts[j]!; f++) {
                const c = there[f]!;
                if (seen.has(c)) continue;
                seen.add(c);
                changes += take(i, c);
              }
            }
          }
        }
      }
      return changes;
    },
    sorted: () => {
      const found = { k, rows: neighbours.map(entry => entry & ROW), distances };
      for (let i = 0; i < n; i++) sortRow(found, i);
      return found;
    },
    end: () => undefined,
  };
}

/** Equally far ones by their place. */
function sortRow(
  { k, rows, distances }: { k: number; rows: Uint32Array; distances: Float32Array },
  i: number,
): void {
  const order = Array.from({ length: k }, (_, e) => i * k + e).sort(
    (a, b) => distances[a]! - distances[b]! || rows[a]! - rows[b]!,
  );
  const [places, far] = [order.map(e => rows[e]!), order.map(e => distances[e]!)];
  rows.set(places, i * k);
  distances.set(far, i * k);
}
