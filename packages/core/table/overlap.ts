import { numberAt, type NumberColumn } from './column';

/**
 * 1 where an entry of some rows is as often above one of the others as below, 0 where all are on one side: twice the
 * smaller of the shares of pairs (Mann and Whitney 1947), half of equal ones counted to each.
 *
 * @param places of `rows` that have the entry
 * @param inside 1 for each place of `rows` that is one of the rows in question
 */
export function overlapOf(
  column: NumberColumn,
  rows: Uint32Array,
  places: readonly number[],
  inside: Uint8Array,
  weightAt: (i: number) => number,
): number {
  const values = Float64Array.from(places, i => numberAt(column, rows[i]!));
  const order = [...places.keys()].sort((a, b) => values[a]! - values[b]!);
  let [below, above, all, others] = [0, 0, 0, 0];
  for (let from = 0; from < order.length;) {
    let to = from;
    let [own, out] = [0, 0];
    while (to < order.length && values[order[to]!] === values[order[from]!]) {
      const i = places[order[to++]!]!;
      if (inside[i] === 1) own += weightAt(i);
      else out += weightAt(i);
    }
    // Pairs in which the region's entry is above, half of the equal ones among them.
    above += own * (below + out / 2);
    below += out;
    all += own;
    others += out;
    from = to;
  }
  const share = above / (all * others);
  return 2 * Math.min(share, 1 - share);
}
