/** How far the neighbours of rows have the rows' own label. */
export interface LabelAgreement {
  /** Rows that have a label, or what they weigh. */
  readonly rows: number;
  /** Mean share of a row's neighbours that have its label. */
  readonly share: number;
  /** What a label dealt out at random among the same rows gives: Σ n(n − 1)/N(N − 1) over its levels. */
  readonly byChance: number;
  /** The same for each level, by code. */
  readonly levels: readonly { readonly code: number; readonly rows: number; readonly share: number }[];
  /** For each row its share; NaN where it has no label, or no neighbour has. */
  readonly each: Float32Array;
}

/**
 * Agreement of a label among the nearest points of each row. A point of several rows counts as much as any other, by the
 * shares of its rows; rows without a label, and points without a row that has one, are passed over.
 *
 * @param codes of the rows' levels, −1 where there is none
 * @param point of each row
 * @param neighbours points × k, nearest first, of which the first `of` are looked at
 * @param weights of the rows, or null where all are 1
 */
export function labelAgreement(
  codes: Int32Array,
  point: Uint32Array,
  neighbours: { readonly k: number; readonly rows: Uint32Array },
  of: number,
  weights: Float64Array | null = null,
): LabelAgreement {
  const weightAt = (row: number): number => weights?.[row] ?? 1;
  const { k, rows: near } = neighbours;
  const points = near.length / k;
  const labelled = new Float64Array(points);
  /** Of points whose labelled rows have one label, which; −2 where there are several, −1 where none has any. */
  const only = new Int32Array(points).fill(-1);
  codes.forEach((code, row) => {
    if (code < 0) return;
    const at = point[row]!;
    only[at] = labelled[at] === 0 || only[at] === code ? code : -2;
    labelled[at]! += weightAt(row);
  });
  const mixed = new Map<number, Map<number, number>>();
  codes.forEach((code, row) => {
    const at = point[row]!;
    if (code < 0 || only[at] !== -2) return;
    const counts = mixed.get(at) ?? new Map<number, number>();
    counts.set(code, (counts.get(code) ?? 0) + weightAt(row));
    mixed.set(at, counts);
  });
  const shareAt = (at: number, code: number): number => {
    if (only[at] !== -2) return Number(only[at] === code);
    return (mixed.get(at)!.get(code) ?? 0) / labelled[at]!;
  };
  const each = new Float32Array(codes.length).fill(NaN);
  const levels = new Map<number, { rows: number; sum: number; judged: number }>();
  let [sum, judged] = [0, 0];
  codes.forEach((code, row) => {
    if (code < 0) return;
    const level = levels.get(code) ?? { rows: 0, sum: 0, judged: 0 };
    levels.set(code, level);
    level.rows += weightAt(row);
    let [agreeing, looked] = [0, 0];
    for (let e = point[row]! * k; e < point[row]! * k + Math.min(of, k); e++) {
      if (labelled[near[e]!] === 0) continue;
      agreeing += shareAt(near[e]!, code);
      looked++;
    }
    if (looked === 0) return;
    each[row] = agreeing / looked;
    level.sum += (weightAt(row) * agreeing) / looked;
    level.judged += weightAt(row);
    sum += (weightAt(row) * agreeing) / looked;
    judged += weightAt(row);
  });
  const all = [...levels.values()].reduce((count, level) => count + level.rows, 0);
  const alike = [...levels.values()].reduce((count, { rows }) => count + rows * (rows - 1), 0);
  return {
    rows: all,
    share: sum / judged,
    byChance: alike / (all * (all - 1)),
    levels: [...levels]
      .map(([code, level]) => ({ code, rows: level.rows, share: level.sum / level.judged }))
      .sort((a, b) => a.code - b.code),
    each,
  };
}
