import type { Components } from '@wold/core/methods/components/components';
import { leadCounts, POORLY_HELD, THIN } from '@wold/core/methods/leading';

/** Share of all variance in the kept dimensions. */
export function heldShare({ shares, kept }: Components): number {
  return shares.subarray(0, kept).reduce((sum, share) => sum + share, 0);
}

/** What keeping these dimensions costs. */
export interface Cost {
  readonly held: number;
  readonly poorlyHeld: readonly string[];
  /** Numbers of the thin dimensions, counted from 1. */
  readonly thin: readonly number[];
}

export function costOf(components: Components): Cost {
  const { measures, communalities, correlations } = components;
  return {
    held: heldShare(components),
    poorlyHeld: measures.filter((_, j) => communalities[j]! < POORLY_HELD),
    thin: leadCounts(correlations).flatMap((count, d) => (count < THIN ? [d + 1] : [])),
  };
}
