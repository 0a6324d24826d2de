import { useCallback, useMemo, useState } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction } from '@wold/core/recipe/schema';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { ChartHost, type Size } from '../../charts/ChartHost';
import type { Chart } from '../../charts/echarts';
import { figure, percent } from '../../charts/format';
import { rowName } from '../../lens/rowName';
import type { MapMarks } from '../../methods/method';
import { METHOD_SCREENS } from '../../methods/screens';
import { usePlacement } from '../../results/stages';
import { PointsLayer } from '../../points/PointsLayer';
import { useAppSelector } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useRecipe, useSelection } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import { useMode } from '../../theme/ThemeMode';
import { ProblemNote, Resulting } from '../Problem';
import { MapSurface } from './MapSurface';
import { mapOption } from './mapOption';
import { pointsOf } from './points';
import { pointsDrawn } from './pointsDrawn';
import { useColouring } from './useColouring';
import { wholeView, type View } from './view';
import styles from './MapReading.module.css';

/** Where does each row sit? The rows on two dimensions. */
export function MapReading({ reduction }: { reduction: Reduction }) {
  const placement = usePlacement(reduction);
  const { matrix } = useTable();
  if (matrix !== null) {
    return (
      <p className={`${styles.none} soft`}>
        The table holds the {matrix.kind}s of its columns, and no rows that could be placed.
      </p>
    );
  }
  return (
    <Resulting reading={placement}>
      {value => <MarkedMap key={reduction.settings.method} reduction={reduction} placement={value} />}
    </Resulting>
  );
}

interface MarkedMapProps {
  readonly reduction: Reduction;
  readonly placement: Placement;
}

/** The map with what the method knows of it, once that is there. */
function MarkedMap({ reduction, placement }: MarkedMapProps) {
  const marks = METHOD_SCREENS[reduction.settings.method].map.useMarks(reduction);
  if (marks === null) return null;
  return (
    <>
      {marks.problem !== null && <ProblemNote problem={marks.problem} />}
      <RowMap reduction={reduction} placement={placement} marks={marks} />
    </>
  );
}

function RowMap({ reduction, placement, marks }: MarkedMapProps & { readonly marks: MapMarks }) {
  const table = useTable();
  const recipe = useRecipe();
  const selection = useSelection();
  const isolated = useAppSelector(state => state.study.isolated);
  const { tokens } = useMode();
  const by = useColouring(reduction, placement);
  const { map } = reduction;
  const { x, y } = map;
  const points = useMemo(() => pointsOf(placement, map, marks.times, by), [placement, map, marks, by]);
  const arrows = useMemo(() => marks.arrows(points), [marks, points]);
  const { sizes, odd } = marks;
  const marked = useMemo(() => {
    if (!map.odd || odd === null) return { far: [], off: [] };
    const at = (rows: ReadonlySet<number>) => [...points.rows.keys()].filter(i => rows.has(points.rows[i]!));
    return { far: at(odd.far), off: at(odd.off) };
  }, [points, odd, map.odd]);
  const drawn = useMemo(
    () =>
      pointsDrawn(
        { points, colouring: by, isolated, selected: new Set(selection.rows), sizes, ...marked },
        tokens,
      ),
    [points, by, isolated, selection.rows, sizes, marked, tokens],
  );
  const shortName = useShortName();
  const [size, setSize] = useState<Size>({ width: 0, height: 0 });
  // A zoom holds for the points it was made on.
  const [zoom, setZoom] = useState<{ points: unknown; view: View } | null>(null);
  const whole = useMemo(() => wholeView(points.x, points.y, size), [points, size]);
  const view = zoom !== null && zoom.points === points.x ? zoom.view : whole;
  const axisName = useCallback(
    (d: number) => {
      const name = dimensionName(reduction.names, d);
      return marks.shares === null ? name : `${name}, ${percent(marks.shares[d - 1]!, 1)}`;
    },
    [reduction.names, marks.shares],
  );
  const xd = Math.min(x, placement.at.columns);
  const yd = Math.min(y, placement.at.columns);
  const drawing = useCallback(
    (at: Size, withPoints: boolean) =>
      mapOption(
        {
          points,
          xName: axisName(xd),
          yName: points.flat ? '' : axisName(yd),
          arrows: arrows.arrows,
          shortName,
        },
        at.width === size.width && at.height === size.height ? view : wholeView(points.x, points.y, at),
        tokens,
        at,
        withPoints ? drawn : [],
      ),
    [points, axisName, xd, yd, arrows, shortName, size, view, tokens, drawn],
  );
  const option = useCallback((at: Size) => drawing(at, false), [drawing]);
  const picture = useCallback((at: Size) => drawing(at, true), [drawing]);
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
      <PointsLayer x={points.x} y={points.y} drawn={drawn} view={view} size={size} paper={tokens.paper} />
      <ChartHost
        label={`Map of ${points.used} rows${points.rows.length > points.used ? ` and ${points.rows.length - points.used} only placed` : ''}`}
        fileStem={`${fileStem(reduction.name)}-map`}
        option={option}
        picture={picture}
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
      {(map.odd || map.arrows > 0) && (
        <p className={`${styles.key} soft small`}>
          {map.arrows > 0 && `arrows ${marks.arrowsAre}, × ${figure(arrows.times, 3)}`}
          {map.arrows > 0 && map.odd && ' · '}
          {map.odd &&
            (odd === null
              ? 'measuring distances …'
              : `△ far out within the dimensions: ${marked.far.length} · □ off the dimensions: ${marked.off.length}`)}
        </p>
      )}
      {points.flat && (
        <p className={`${styles.flat} soft small`}>
          One dimension is kept: rows stand above each other by group, only to part them.
        </p>
      )}
    </div>
  );
}
