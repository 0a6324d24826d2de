import { useMemo } from 'react';
import { methodNamed } from '@wold/core/methods/all';
import type { Reduction } from '@wold/core/recipe/schema';
import { rowEllipses } from '@wold/core/use/rowEllipses';
import type { MapMarks } from '../../methods/method';
import { useResamples } from '../../results/again';
import { useSelection, useStudy } from '../../store/useStudy';
import { ellipsePath, type Path } from './groupSeries';

/** Rows whose ellipses can be told apart. */
const MOST_ROWS = 30;
const SHARE = 0.95;

/** Whether a reduction's map can show where rows would lie were the rows drawn anew: flat, of dimensions, by itself. */
export function useCanLieAgain({ settings, map }: Reduction): boolean {
  const several = useStudy().beside.length > 0;
  const { againWork } = methodNamed(settings.method);
  const flat = map.z === null && map.xMeasure === null && map.yMeasure === null && map.spread === 'scores';
  return againWork !== undefined && flat && !several;
}

/** Around each selected row where 95 % of resamples have it, where that is asked for. */
export function useRowsAgain(
  reduction: Reduction,
  columns: number,
  times: MapMarks['times'],
): readonly Path[] {
  const can = useCanLieAgain(reduction);
  const { map } = reduction;
  const { rows } = useSelection();
  const wanted = can && map.again && columns > 1;
  const { value, stale } = useResamples(reduction, wanted);
  return useMemo(() => {
    if (!wanted || stale || value === null || value.places === null) return [];
    const [x, y] = [map.x, map.y].map(d => Math.min(d, columns) - 1) as [number, number];
    const by = [times(map.spread, x), times(map.spread, y)] as const;
    return rowEllipses(value.places, rows.slice(0, MOST_ROWS), [x, y], by, SHARE).map(({ centre, ellipse }) =>
      ellipsePath(centre, ellipse),
    );
  }, [wanted, stale, value, rows, map, columns, times]);
}
