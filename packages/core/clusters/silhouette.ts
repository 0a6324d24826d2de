import type { Matrix } from '../algebra/matrix';
import { quietHost, type Host } from '../host';
import { sampled } from '../nearest/sampled';

/** Rows beyond which a sample of so many tells the mean. */
export const SILHOUETTE_ROWS = 1500;

/** Weights of rows, null where all are 1, and whether they are counts. */
interface Weighed {
  readonly weights: Float64Array | null;
  readonly counts: boolean;
}

/**
 * The mean silhouette of rows in clusters (Rousseeuw 1987): (b − a) / max(a, b), a being a row's mean distance from the
 * others of its cluster and b that from the nearest other cluster; 0 for a row that is alone in its cluster. Counts stand
 * for rows repeated; other weights weigh distances and rows.
 *
 * @returns between −1 and 1; NaN with fewer than two clusters
 */
export function silhouette(
  at: Matrix,
  cluster: Uint8Array | Uint16Array,
  { weights, counts }: Weighed,
  host: Host = quietHost,
): number {
  const { rows: n, columns: p, values } = at;
  let k = 0;
  for (const own of cluster) k = Math.max(k, own + 1);
  const total = new Float64Array(k);
  for (let i = 0; i < n; i++) total[cluster[i]!]! += weights?.[i] ?? 1;
  if (total.filter(size => size > 0).length < 2) return NaN;
  const looked =
    n > SILHOUETTE_ROWS ? sampled(n, SILHOUETTE_ROWS) : Uint32Array.from({ length: n }, (_, i) => i);
  // Rows beside each other, entry by entry.
  const entries = new Float64Array(n * p);
  for (let j = 0; j < p; j++) for (let i = 0; i < n; i++) entries[i * p + j] = values[j * n + i]!;
  const weigh = weights ?? new Float64Array(n).fill(1);
  let sum = 0;
  let weighed = 0;
  for (let place = 0; place < looked.length; place++) {
    if (place % 64 === 0) host.progress(place / looked.length);
    const i = looked[place]!;
    const sums = sumsFrom(entries, p, i, cluster, weigh, k);
    const itself = counts || weights === null ? 1 : weigh[i]!;
    sum += weigh[i]! * widthOf(cluster[i]!, sums, total, itself);
    weighed += weigh[i]!;
  }
  return sum / weighed;
}

/** Weighted distances from one row, summed for each cluster. */
function sumsFrom(
  entries: Float64Array,
  p: number,
  one: number,
  cluster: Uint8Array | Uint16Array,
  weights: Float64Array,
  k: number,
): Float64Array {
  const sums = new Float64Array(k);
  const from = one * p;
  for (let other = 0, at = 0; other < cluster.length; other++, at += p) {
    let square = 0;
    for (let j = 0; j < p; j++) {
      const d = entries[from + j]! - entries[at + j]!;
      square += d * d;
    }
    sums[cluster[other]!]! += weights[other]! * Math.sqrt(square);
  }
  return sums;
}

/** @param itself what the row counts for among its own */
function widthOf(own: number, sums: Float64Array, total: Float64Array, itself: number): number {
  const others = total[own]! - itself;
  if (!(others > 0)) return 0;
  const a = sums[own]! / others;
  let b = Infinity;
  sums.forEach((sum, c) => {
    if (c !== own && total[c]! > 0) b = Math.min(b, sum / total[c]!);
  });
  const most = Math.max(a, b);
  return most > 0 ? (b - a) / most : 0;
}
