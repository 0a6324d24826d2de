import type { Components } from '@wold/core/methods/components/components';
import { leadCounts } from '@wold/core/methods/leading';

/** A measure of which the kept dimensions hold less than this is poorly held. */
export const POORLY_HELD = 0.4;
/** A dimension led by fewer measures than this is thin. */
export const THIN = 3;

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
