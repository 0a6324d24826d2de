import type { CrossTable } from '../table/crossTable';

/**
 * The adjusted Rand index of two labels (Hubert and Arabie 1985): 1 where they part the rows alike, 0 as by chance.
 *
 * @returns NaN where both put all rows into one level, or each row into its own
 */
export function adjustedRand({ counts, n }: CrossTable): number {
  const pairs = (x: number): number => (x * (x - 1)) / 2;
  const [rows, columns] = totals(counts);
  let both = 0;
  for (const line of counts) for (const count of line) both += pairs(count);
  const [a, b] = [rows, columns].map(sums => sums.reduce((sum, count) => sum + pairs(count), 0)) as [
    number,
    number,
  ];
  const expected = (a * b) / pairs(n);
  const most = (a + b) / 2;
  return (both - expected) / (most - expected);
}

function totals(counts: readonly Float64Array[]): readonly [Float64Array, Float64Array] {
  const rows = Float64Array.from(counts, line => line.reduce((sum, count) => sum + count, 0));
  const columns = new Float64Array(counts[0]?.length ?? 0);
  for (const line of counts) line.forEach((count, j) => (columns[j]! += count));
  return [rows, columns];
}

/** Levels of the one up to which the best matching is found by way of all their subsets. */
export const MOST_MATCHED = 12;

/**
 * The matching of levels of the one with levels of the other, each with one at most, in which most rows agree.
 *
 * @param table of {@link MOST_MATCHED} levels of the one at most
 * @returns for each level of the one that of the other, or −1; and the share of rows that agree
 */
export function bestMatching({ counts, n }: CrossTable): {
  readonly match: Int32Array;
  readonly share: number;
} {
  const k = counts.length;
  const columns = counts[0]?.length ?? 0;
  const sets = 2 ** k;
  // The most rows that agree where some levels of the one are matched with the columns looked at so far.
  let most = new Float64Array(sets);
  const taken: Int8Array[] = [];
  for (let j = 0; j < columns; j++) {
    const next = most.slice();
    const by = new Int8Array(sets).fill(-1);
    for (let set = 0; set < sets; set++) {
      for (let a = 0; a < k; a++) {
        if ((set & (1 << a)) === 0) continue;
        const agreed = most[set ^ (1 << a)]! + counts[a]![j]!;
        if (agreed > next[set]!) {
          next[set] = agreed;
          by[set] = a;
        }
      }
    }
    taken.push(by);
    most = next;
  }
  const match = new Int32Array(k).fill(-1);
  let set = sets - 1;
  for (let j = columns - 1; j >= 0; j--) {
    const a = taken[j]![set]!;
    if (a < 0) continue;
    match[a] = j;
    set ^= 1 << a;
  }
  return { match, share: n > 0 ? most[sets - 1]! / n : NaN };
}
