import { columnOf } from '@wold/core/algebra/matrix';
import type { Placement } from '@wold/core/methods/placement';
import type { RowMap } from '@wold/core/recipe/schema';
import type { Colouring } from './colouring';

/** Where rows are drawn, those in use first; index i is row `rows[i]` of the table. */
export interface Points {
  readonly rows: Uint32Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** How many of them are in use; the others are only placed. */
  readonly used: number;
  /** Whether y is a dimension, or only parts the groups because one dimension is kept. */
  readonly flat: boolean;
}

/** Rows that a reduction uses, then those that it only places. */
export const rowsOn = ({ rows, placedRows }: Placement): Uint32Array => joined(Uint32Array, rows, placedRows);

/** The points of two dimensions, counted from 1; with one dimension kept, groups stand above each other. */
export function pointsOf(
  placement: Placement,
  { x, y, spread }: Pick<RowMap, 'x' | 'y' | 'spread'>,
  times: (spread: RowMap['spread'], dimension: number) => number,
  by: Colouring,
): Points {
  const { at, placedAt } = placement;
  const kept = at.columns;
  const rows = rowsOn(placement);
  const used = placement.rows.length;
  const along = (dimension: number) => {
    const d = Math.min(dimension, kept) - 1;
    const by = times(spread, d);
    const all = joined(Float64Array, columnOf(at, d), columnOf(placedAt, d));
    return by === 1 ? all : all.map(place => place * by);
  };
  const across = along(x);
  if (kept > 1) return { rows, x: across, y: along(y), used, flat: false };
  const groups = by.kind === 'levels' ? Math.max(1, by.groups.length) : 1;
  // As high as half of what they are wide, whatever the groups.
  const lanes = (across.reduce((m, v) => Math.max(m, Math.abs(v)), 0) || 1) / groups;
  const up = Float64Array.from(rows, row => {
    const lane = by.kind === 'levels' ? by.groups.findIndex(group => group.code === by.codeOf(row)) : 0;
    // A fixed scatter within the lane keeps rows from hiding each other.
    return -lanes * (lane + 0.8 * (((row * 0.618034) % 1) - 0.5));
  });
  return { rows, x: across, y: up, used, flat: true };
}

function joined<T extends Uint32Array | Float64Array>(Kind: new (length: number) => T, a: T, b: T): T {
  if (b.length === 0) return a;
  const both = new Kind(a.length + b.length);
  both.set(a);
  both.set(b, a.length);
  return both;
}
