import { columnOf } from '@wold/core/algebra/matrix';
import type { Components } from '@wold/core/components/components';
import type { Colouring } from './colouring';

/** Where the rows in use are drawn; index i is row `rows[i]` of the table. */
export interface Points {
  readonly rows: Uint32Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Whether y is a dimension, or only parts the groups because one dimension is kept. */
  readonly flat: boolean;
}

/** The points of two dimensions, counted from 1; with one dimension kept, groups stand above each other. */
export function pointsOf(components: Components, x: number, y: number, by: Colouring): Points {
  const { rows, scores, kept } = components;
  const across = columnOf(scores, Math.min(x, kept) - 1);
  if (kept > 1) return { rows, x: across, y: columnOf(scores, Math.min(y, kept) - 1), flat: false };
  const spread = (across.reduce((m, v) => Math.max(m, Math.abs(v)), 0) || 1) / 6;
  const up = Float64Array.from(rows, row => {
    const lane = by.kind === 'levels' ? by.groups.findIndex(group => group.code === by.codeOf(row)) : 0;
    // A fixed scatter within the lane keeps rows from hiding each other.
    return -spread * (lane + 0.7 * (((row * 0.618034) % 1) - 0.5));
  });
  return { rows, x: across, y: up, flat: true };
}
