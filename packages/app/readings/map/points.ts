import { columnOf } from '@wold/core/algebra/matrix';
import type { Placement } from '@wold/core/methods/placement';
import type { RowMap } from '@wold/core/recipe/schema';
import type { Colouring } from './colouring';

/** Where rows are drawn, those in use first; index i is row `rows[i]` of the table. */
export interface Points {
  readonly rows: Uint32Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** For each point its place among the rows of the placement, those in use first; null where they are the same. */
  readonly from: Uint32Array | null;
  /** A weight for each point in use, or null where all are 1. */
  readonly weights: Float64Array | null;
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
  measures: Measures = NO_MEASURES,
): Points {
  const { at, placedAt, weights } = placement;
  const kept = at.columns;
  const rows = rowsOn(placement);
  const used = placement.rows.length;
  const along = (dimension: number) => {
    const d = Math.min(dimension, kept) - 1;
    const by = times(spread, d);
    const all = joined(Float64Array, columnOf(at, d), columnOf(placedAt, d));
    return by === 1 ? all : all.map(place => place * by);
  };
  const same = { rows, used, from: null, weights };
  const across = measures.x === null ? along(x) : Float64Array.from(rows, measures.x);
  const upward = measures.y === null ? null : Float64Array.from(rows, measures.y);
  if (kept > 1 || upward !== null) {
    return withoutGaps({ ...same, x: across, y: upward ?? along(y), flat: false });
  }
  const groups = by.kind === 'levels' ? Math.max(1, by.groups.length) : 1;
  // As high as half of what they are wide, whatever the groups.
  const lanes = (across.reduce((m, v) => Math.max(m, Math.abs(v)), 0) || 1) / groups;
  const up = Float64Array.from(rows, row => {
    const lane = by.kind === 'levels' ? by.groups.findIndex(group => group.code === by.codeOf(row)) : 0;
    // A fixed scatter within the lane keeps rows from hiding each other.
    return -lanes * (lane + 0.8 * (((row * 0.618034) % 1) - 0.5));
  });
  return withoutGaps({ ...same, x: across, y: up, flat: true });
}

/** What a row has of a measure on an axis in a dimension's stead; null where the dimension stands there. */
interface Measures {
  readonly x: ((row: number) => number) | null;
  readonly y: ((row: number) => number) | null;
}

const NO_MEASURES: Measures = { x: null, y: null };

/** The points without those that lack a measure on an axis. */
function withoutGaps(points: Points): Points {
  const { rows, x, y, used, weights } = points;
  const whole = (i: number) => !Number.isNaN(x[i]!) && !Number.isNaN(y[i]!);
  const from = Uint32Array.from(rows.keys()).filter(whole);
  if (from.length === rows.length) return points;
  return {
    ...points,
    from,
    rows: Uint32Array.from(from, i => rows[i]!),
    x: Float64Array.from(from, i => x[i]!),
    y: Float64Array.from(from, i => y[i]!),
    used: from.reduce((count, i) => count + Number(i < used), 0),
    weights:
      weights &&
      Float64Array.from(
        from.filter(i => i < used),
        i => weights[i]!,
      ),
  };
}

function joined<T extends Uint32Array | Float64Array>(Kind: new (length: number) => T, a: T, b: T): T {
  if (b.length === 0) return a;
  const both = new Kind(a.length + b.length);
  both.set(a);
  both.set(b, a.length);
  return both;
}
