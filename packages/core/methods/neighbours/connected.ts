import type { Pairs } from './pairs';

/** How many parts rows fall into that no chain of pairs joins. */
export function partsOf({ starts, ends, shares }: Pairs): number {
  const n = starts.length - 1;
  const seen = new Uint8Array(n);
  const waiting = new Uint32Array(n);
  let parts = 0;
  for (let root = 0; root < n; root++) {
    if (seen[root] === 1) continue;
    parts++;
    let count = 0;
    waiting[count++] = root;
    seen[root] = 1;
    while (count > 0) {
      const i = waiting[--count]!;
      for (let e = starts[i]!; e < starts[i + 1]!; e++) {
        const j = ends[e]!;
        if (shares[e]! > 0 && seen[j] === 0) {
          seen[j] = 1;
          waiting[count++] = j;
        }
      }
    }
  }
  return parts;
}
