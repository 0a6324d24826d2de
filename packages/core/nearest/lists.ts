/** Marks a neighbour that its row has not looked around yet; the rest is the row. */
export const FRESH = 0x80000000;
export const ROW = 0x7fffffff;

/** For each row some neighbours of either direction, `width` at most. */
export interface Lists {
  readonly width: number;
  /** n × width. */
  readonly rows: Uint32Array;
  readonly counts: Uint32Array;
}

const emptyLists = (n: number, width: number): Lists => ({
  width,
  rows: new Uint32Array(n * width),
  counts: new Uint32Array(n),
});

/**
 * From which neighbours a round starts: of each row some that are new, which become known by it, some that are known, and
 * some of those that have the row as such a neighbour (Dong, Moses and Li 2011).
 *
 * @param neighbours n × k, the new ones marked; marks of those taken are cleared
 * @param most of each kind and direction
 */
export function sampledLists(
  neighbours: Uint32Array,
  k: number,
  most: number,
  seed: number,
): { readonly fresh: Lists; readonly known: Lists } {
  const n = neighbours.length / k;
  const below = belowBy(seed);
  const fresh = emptyLists(n, 2 * most);
  const known = emptyLists(n, 2 * most);
  const taken = new Uint32Array(most);
  for (let i = 0; i < n; i++) {
    // Known ones first: what is taken of the new is known from then on.
    for (const [lists, mark] of [
      [known, 0],
      [fresh, FRESH],
    ] as const) {
      // prettier-ignore
      let [seen, count] = [0, 0];
      for (let e = i * k; e < (i + 1) * k; e++) {
        const entry = neighbours[e]!;
        // What no row has taken yet stands for none.
        if ((entry & ROW) >= n || (entry & FRESH) >>> 0 !== mark) continue;
        seen++;
        if (count < most) taken[count++] = e;
        else {
          const other = below(seen);
          if (other < most) taken[other] = e;
        }
      }
      for (let t = 0; t < count; t++) {
        const e = taken[t]!;
        lists.rows[i * lists.width + t] = neighbours[e]! & ROW;
        if (mark !== 0) neighbours[e]! &= ROW;
      }
      lists.counts[i] = count;
    }
  }
  for (const lists of [fresh, known]) addReverse(lists, most, below);
  return { fresh, known };
}

/** Adds to each row's list those that have it in theirs. */
function addReverse({ width, rows, counts }: Lists, most: number, below: (bound: number) => number): void {
  const n = counts.length;
  const own = counts.slice();
  const seen = new Uint32Array(n);
  for (let i = 0; i < n; i++) {
    for (let e = i * width; e < i * width + own[i]!; e++) {
      const j = rows[e]!;
      const place = seen[j]! < most ? seen[j]! : below(seen[j]! + 1);
      seen[j]!++;
      if (place >= most) continue;
      rows[j * width + own[j]! + place] = i;
      counts[j] = own[j]! + Math.min(most, seen[j]!);
    }
  }
}

/** Whole numbers from 0 to below a bound (xorshift, Marsaglia 2003); millions of them are drawn. */
function belowBy(seed: number): (bound: number) => number {
  let state = Math.imul(seed + 1, 0x9e3779b1) | 1;
  return bound => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) % bound;
  };
}
