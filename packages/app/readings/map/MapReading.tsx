import { useCallback, useMemo, useState } from 'react';
import type { Components } from '@wold/core/components/components';
import type { Reduction } from '@wold/core/recipe/schema';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/files';
import { ChartHost, type Size } from '../../charts/ChartHost';
import type { Chart } from '../../charts/echarts';
import { percent } from '../../charts/format';
import { rowName } from '../../lens/rowName';
import { useComponents } from '../../results/stages';
import { useAppSelector } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useRecipe, useSelection } from '../../store/useStudy';
import { useMode } from '../../theme/ThemeMode';
import { Resulting } from '../Problem';
import { MapSurface } from './MapSurface';
import { mapOption } from './mapOption';
import { pointsOf } from './points';
import { useColouring } from './useColouring';
import { wholeView, type View } from './view';
import styles from './MapReading.module.css';

/** Where does each row sit? The rows on two dimensions. */
export function MapReading({ reduction }: { reduction: Reduction }) {
  const components = useComponents(reduction);
  const { matrix } = useTable();
  if (matrix !== null) {
    return (
      <p className={`${styles.none} soft`}>
        The table holds the {matrix.kind}s of its columns, and no rows that could be placed.
      </p>
    );
  }
  return (
    <Resulting reading={components}>{value => <RowMap reduction={reduction} components={value} />}</Resulting>
  );
}

function RowMap({ reduction, components }: { reduction: Reduction; components: Components }) {
  const table = useTable();
  const recipe = useRecipe();
  const selection = useSelection();
  const isolated = useAppSelector(state => state.study.isolated);
  const { tokens } = useMode();
  const by = useColouring(reduction, components);
  const { x, y } = reduction.map;
  const points = useMemo(() => pointsOf(components, x, y, by), [components, x, y, by]);
  const [size, setSize] = useState<Size>({ width: 0, height: 0 });
  // A zoom holds for the points it was made on.
  const [zoom, setZoom] = useState<{ points: unknown; view: View } | null>(null);
  const whole = useMemo(() => wholeView(points.x, points.y, size), [points, size]);
  const view = zoom !== null && zoom.points === points.x ? zoom.view : whole;
  const axisName = useCallback(
    (d: number) => `${dimensionName(reduction.names, d)}, ${percent(components.shares[d - 1]!, 1)}`,
    [reduction.names, components.shares],
  );
  const xd = Math.min(x, components.kept);
  const yd = Math.min(y, components.kept);
  const option = useCallback(
    (at: Size) =>
      mapOption(
        {
          points,
          colouring: by,
          isolated,
          selected: new Set(selection.rows),
          xName: axisName(xd),
          yName: points.flat ? '' : axisName(yd),
        },
        at.width === size.width && at.height === size.height ? view : wholeView(points.x, points.y, at),
        tokens,
        at,
      ),
    [points, by, isolated, selection.rows, axisName, xd, yd, view, size, tokens],
  );
  const onChart = useCallback(
    (_: Chart, at: Size) => setSize(now => (now.width === at.width && now.height === at.height ? now : at)),
    [],
  );
  const numbers = useCallback(
    () => [
      ['row', axisName(xd), points.flat ? 'spread' : axisName(yd)],
      ...[...points.rows].map((row, i) => [
        rowName(table, recipe, row),
        String(points.x[i]),
        String(points.y[i]),
      ]),
    ],
    [axisName, xd, yd, points, table, recipe],
  );
  return (
    <div className={styles.map}>
      <ChartHost
        label={`Map of ${points.used} rows${points.rows.length > points.used ? ` and ${points.rows.length - points.used} only placed` : ''}`}
        fileStem={`${fileStem(reduction.name)}-map`}
        option={option}
        numbers={numbers}
        onChart={onChart}
      >
        <MapSurface
          points={points}
          view={view}
          size={size}
          by={by}
          isolated={isolated}
          colour={reduction.map.colour}
          zoomedIn={view !== whole}
          onView={next => setZoom(next === null ? null : { points: points.x, view: next })}
        />
      </ChartHost>
      {points.flat && (
        <p className={`${styles.flat} soft small`}>
          One dimension is kept: rows stand above each other by group, only to part them.
        </p>
      )}
    </div>
  );
}
