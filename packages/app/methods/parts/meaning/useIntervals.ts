import { useMemo } from 'react';
import type { Matrix } from '@wold/core/algebra/matrix';
import type { Reduction } from '@wold/core/recipe/schema';
import { useQuickResamples } from '../../../results/again';

/** Where 95 % of resamples have a figure of the ledger. */
export interface CellInterval {
  readonly low: number;
  readonly high: number;
}

/** The interval of a measure on a dimension, both counted from 0. */
export type IntervalAt = (measure: number, dimension: number) => CellInterval;

/**
 * The intervals of a ledger's figures over rows drawn anew, where these are of the figures shown and are at hand or quick
 * to find; else null.
 */
export function useIntervals(reduction: Reduction, shown: Matrix): IntervalAt | null {
  const { value, stale } = useQuickResamples(reduction);
  return useMemo(() => {
    if (value === null || stale || !isSame(value.loadings, shown)) return null;
    const { low, high } = value;
    return (j, d) => ({ low: low.values[d * low.rows + j]!, high: high.values[d * high.rows + j]! });
  }, [value, stale, shown]);
}

/** An interval in lengths of bars that are full at some size. */
export const inBars = (interval: CellInterval | null | undefined, full: number): CellInterval | null =>
  interval === null || interval === undefined
    ? null
    : { low: interval.low / full, high: interval.high / full };

/** Whether two matrices are the same figures, but for rounding. */
function isSame(a: Matrix, b: Matrix): boolean {
  if (a.rows !== b.rows || a.columns !== b.columns) return false;
  const size = a.values.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  return a.values.every((value, at) => Math.abs(value - b.values[at]!) <= 1e-9 * size);
}
