import { useMemo, useState } from 'react';
import { columnOf } from '@wold/core/algebra/matrix';
import type { Placement } from '@wold/core/methods/placement';
import { divisorOver } from '@wold/core/preparation/rowWeights';
import type { Reduction } from '@wold/core/recipe/schema';
import { numberAt } from '@wold/core/table/column';
import { momentsOf } from '@wold/core/table/moments';
import { findColumn, type Table } from '@wold/core/table/table';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import type { MapMarks } from '../../methods/method';
import { useNaming } from '../../results/stages';
import { useTable } from '../../store/TableContext';
import type { Colouring } from './colouring';
import type { MapArrow } from './mapArrow';
import { pointsOf, rowsOn, type Points } from './points';
import { FIRST_TURNING, seenAt, turnedBy, turnedPoints, type Turning } from './turned';

/** A map of three dimensions as it is turned. */
export interface TurnedMap {
  /** Turns it, in radians to the right and towards the eye. */
  readonly turn: (right: number, down: number) => void;
  /** The axes as they are seen. */
  readonly axes: readonly MapArrow[];
}

/** The points of a reduction's map: of two dimensions or measures, or of three dimensions as they are turned. */
export function useMapPoints(
  reduction: Reduction,
  placement: Placement,
  times: MapMarks['times'],
  by: Colouring,
): { readonly points: Points; readonly turned: TurnedMap | null } {
  const table = useTable();
  const { names } = useNaming(reduction);
  const { map } = reduction;
  const { x, y, spread, xMeasure, yMeasure } = map;
  const [turning, setTurning] = useState<Turning>(FIRST_TURNING);
  const z = map.z === null || placement.at.columns < 3 ? null : Math.min(map.z, placement.at.columns);
  const flat = useMemo(
    () =>
      pointsOf(placement, { x, y, spread }, times, by, {
        x: z === null ? inSds(table, xMeasure, placement) : null,
        y: z === null ? inSds(table, yMeasure, placement) : null,
      }),
    [table, placement, x, y, z, spread, xMeasure, yMeasure, times, by],
  );
  const three = useMemo(() => {
    if (z === null) return null;
    const rows = rowsOn(placement);
    const along = (dimension: number) => {
      const d = Math.min(dimension, placement.at.columns) - 1;
      const values = new Float64Array(rows.length);
      values.set(columnOf(placement.at, d));
      values.set(columnOf(placement.placedAt, d), placement.rows.length);
      return values.map(value => value * times(spread, d));
    };
    return [along(x), along(y), along(z)] as const;
  }, [placement, x, y, z, spread, times]);
  const points = useMemo(
    () => (three === null ? flat : { ...flat, ...turnedPoints(turning, three) }),
    [flat, three, turning],
  );
  const turned = useMemo(() => {
    if (three === null || z === null) return null;
    const reach = 0.6 * three.reduce((most, values) => Math.max(most, mostIn(values)), 0);
    const ends = [
      [x, seenAt(turning, reach, 0, 0)],
      [y, seenAt(turning, 0, reach, 0)],
      [z, seenAt(turning, 0, 0, reach)],
    ] as const;
    return {
      turn: (right: number, down: number) => setTurning(now => turnedBy(now, right, down)),
      axes: ends.map(([d, [across, up]]): MapArrow => ({
        measure: dimensionName(names, d),
        x: across,
        y: up,
      })),
    };
  }, [three, turning, x, y, z, names]);
  return { points, turned };
}

const mostIn = (values: Float64Array): number =>
  values.reduce((most, value) => Math.max(most, Math.abs(value)), 0);

/**
 * What rows have of a measure in standard deviations from its mean over the rows in use, so that one unit is as far along
 * both axes; null where there is no such column.
 */
function inSds(
  table: Table,
  name: string | null,
  { rows, weights, counts }: Placement,
): ((row: number) => number) | null {
  const column = name === null ? undefined : findColumn(table, name);
  if (column?.kind !== 'number') return null;
  const moments = momentsOf(
    Float64Array.from(rows, row => numberAt(column, row)),
    weights,
  );
  const sd = Math.sqrt(moments.squares / divisorOver(moments, weights, counts));
  const mean = moments.mean + moments.shift;
  return row => (sd > 0 ? (numberAt(column, row) - mean) / sd : 0);
}
