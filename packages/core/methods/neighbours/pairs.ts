/**
 * Pairs of rows with a number each, row by row: the pairs of row i stand from `starts[i]` to before `starts[i + 1]`. For
 * the sake of loops that take four at a time each row has a multiple of four; what fills it up is the row itself with 0.
 */
export interface Pairs {
  readonly starts: Uint32Array;
  readonly ends: Uint32Array;
  readonly shares: Float32Array;
}

/**
 * What directed pairs make of each two rows, in both directions.
 *
 * @param k pairs a row has at most
 * @param ends n × k rows, n of them standing for none
 * @param shares n × k numbers
 * @param join the number of two rows from those of either direction, 0 where there is none
 */
export function symmetricPairs(
  k: number,
  ends: Uint32Array,
  shares: Float64Array,
  join: (there: number, back: number) => number,
): Pairs {
  const n = ends.length / k;
  // Who points at each row, in order.
  const towards = new Uint32Array(n + 1);
  for (const end of ends) if (end < n) towards[end + 1]!++;
  for (let i = 0; i < n; i++) towards[i + 1]! += towards[i]!;
  const sources = new Uint32Array(towards[n]!);
  const numbers = new Float64Array(towards[n]!);
  const next = towards.slice(0, n);
  for (let i = 0; i < n; i++) {
    for (let e = i * k; e < (i + 1) * k; e++) {
      const end = ends[e]!;
      if (end >= n) continue;
      sources[next[end]!] = i;
      numbers[next[end]!++] = shares[e]!;
    }
  }
  const starts = new Uint32Array(n + 1);
  const there = new Float64Array(n);
  const back = new Float64Array(n);
  const mark = new Uint32Array(n).fill(n);
  /** The rows that row i has to do with, those it points at first. */
  const found = new Uint32Array(n);
  const eachOf = (i: number): number => {
    let count = 0;
    for (let e = i * k; e < (i + 1) * k; e++) {
      const j = ends[e]!;
      if (j >= n) continue;
      mark[j] = i;
      there[j] = shares[e]!;
      back[j] = 0;
      found[count++] = j;
    }
    for (let e = towards[i]!; e < towards[i + 1]!; e++) {
      const j = sources[e]!;
      if (mark[j] !== i) {
        mark[j] = i;
        there[j] = 0;
        found[count++] = j;
      }
      back[j] = numbers[e]!;
    }
    return count;
  };
  for (let i = 0; i < n; i++) starts[i + 1] = starts[i]! + 4 * Math.ceil(eachOf(i) / 4);
  const pairs: Pairs = {
    starts,
    ends: new Uint32Array(starts[n]!),
    shares: new Float32Array(starts[n]!),
  };
  mark.fill(n);
  for (let i = 0; i < n; i++) {
    const count = eachOf(i);
    const from = starts[i]!;
    const rows = found.subarray(0, count).sort();
    for (let e = 0; e < count; e++) {
      const j = rows[e]!;
      pairs.ends[from + e] = j;
      pairs.shares[from + e] = join(there[j]!, back[j]!);
    }
    pairs.ends.fill(i, from + count, starts[i + 1]);
  }
  return pairs;
}
