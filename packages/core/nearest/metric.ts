import type { FlatRows } from './rows';

/** How far two rows are from each other. */
export const METRICS = ['euclidean', 'cosine', 'correlation', 'manhattan', 'hellinger'] as const;

export type Metric = (typeof METRICS)[number];

/**
 * What neighbours are searched by: the root of summed squares of differences, the sum of their sizes, or distances that
 * are given, row i then having its distance from row j in place j.
 */
export type SearchMetric = 'euclidean' | 'manhattan' | 'given';

export const searchMetric = (metric: Metric): SearchMetric =>
  metric === 'manhattan' ? 'manhattan' : 'euclidean';

/** A row that has no distance in a metric: where it stands among the rows. */
export interface NoDistance {
  readonly row: number;
  readonly why: 'zeros' | 'constant' | 'negative';
}

/**
 * Changes rows in place so that their distances by Euclid tell the metric: to unit length for the cosine, about their own
 * mean first for the correlation, of which half the square is 1 − cosine or 1 − correlation; to the roots of their shares
 * for Hellinger's (Legendre and Gallagher 2001), of which they are √2 times.
 *
 * @returns the first row that has no distance, or null
 */
export function metricRows({ n, entries, stride, values }: FlatRows, metric: Metric): NoDistance | null {
  if (metric === 'euclidean' || metric === 'manhattan') return null;
  for (let row = 0; row < n; row++) {
    const own = values.subarray(row * stride, row * stride + entries);
    if (metric === 'hellinger') {
      let sum = 0;
      for (const value of own) {
        if (value < 0) return { row, why: 'negative' };
        sum += value;
      }
      if (!(sum > 0)) return { row, why: 'zeros' };
      for (let k = 0; k < entries; k++) own[k] = Math.sqrt(own[k]! / sum);
      continue;
    }
    let mean = 0;
    if (metric === 'correlation') {
      for (const value of own) mean += value;
      mean /= entries;
    }
    let [square, size] = [0, 0];
    for (const value of own) {
      square += (value - mean) * (value - mean);
      size += value * value;
    }
    // What rounding leaves of a row without differences is none.
    if (!(square > size * 1e-12)) return { row, why: metric === 'cosine' ? 'zeros' : 'constant' };
    const by = 1 / Math.sqrt(square);
    for (let k = 0; k < entries; k++) own[k] = (own[k]! - mean) * by;
  }
  return null;
}
