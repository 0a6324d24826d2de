import { columnOf, type Matrix } from '../../algebra/matrix';
import type { GroupMoments } from './moments';
import type { LabelledRows } from './labelledRows';

/**
 * The share by which the covariance S within groups is best drawn towards equal variances μI, by Ledoit and Wolf (2004,
 * lemma 3.3 and section 3.3): b² / d², where d² = ‖S − μI‖² and b² is the mean of ‖xxᵀ − S‖² over n, d² at most.
 *
 * @param places of the rows that the moments are of; null for all
 * @returns from 0 to 1
 */
export function bestShrinkage(
  { x, group, weights, measures }: LabelledRows,
  { sizes, means, within }: GroupMoments,
  places: Uint32Array | null,
): number {
  const n = sizes.reduce((sum, size) => sum + size, 0);
  const count = places?.length ?? x.rows;
  const squares = new Float64Array(count);
  for (let j = 0; j < x.columns; j++) {
    const [column, mean] = [columnOf(x, j), columnOf(means, j)];
    for (let k = 0; k < count; k++) {
      const i = places === null ? k : places[k]!;
      squares[k]! += (column[i]! - mean[group[i]!]!) ** 2;
    }
  }
  let fourth = 0;
  for (let k = 0; k < count; k++) {
    fourth += (weights?.[places === null ? k : places[k]!] ?? 1) * squares[k]! ** 2;
  }
  let square = 0;
  for (const value of within.values) square += (value / n) ** 2;
  const apart = square - measures * meanVariance(within, measures, n) ** 2;
  const noise = (fourth / n - square) / n;
  return apart > 0 ? Math.max(0, Math.min(1, noise / apart)) : 1;
}

/** The mean over all measures of their squares within groups over n. */
export function meanVariance(within: Matrix, measures: number, n: number): number {
  let trace = 0;
  for (let j = 0; j < within.rows; j++) trace += within.values[j * within.rows + j]!;
  return trace / measures / n;
}
