import { useCallback, useMemo, useState } from 'react';
import type { Components } from '@wold/core/components/components';
import type { Distances } from '@wold/core/components/distances';
import type { Reduction, RowMap as MapSettings } from '@wold/core/recipe/schema';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/files';
import { ChartHost, type Size } from '../../charts/ChartHost';
import type { Chart } from '../../charts/echarts';
import { figure, percent } from '../../charts/format';
import { rowName } from '../../lens/rowName';
import { useComponents, useDistances } from '../../results/stages';
import { useAppSelector } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useRecipe, useSelection } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import { useMode } from '../../theme/ThemeMode';
import { ProblemNote, Resulting } from '../Problem';
import { oddRows } from '../trust/odd';
import { mapArrows } from './biplot';
import { sizesOf } from './sizes';
import { MapSurface } from './MapSurface';
import { mapOption } from './mapOption';
import { pointsOf } from './points';
import { useColouring } from './useColouring';
import { wholeView, type View } from './view';
import styles from './MapReading.module.css';

/** What arrows are on a map of that spread. */
function spreadName({ rotation }: Components, spread: MapSettings['spread']): string {
  if (rotation !== null || spread === 'standardised') return 'are loadings';
  return spread === 'scores' ? 'are coefficients' : 'are between coefficients and loadings';
}

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
  const { odd, size } = reduction.map;
  const Shown = odd || size === 'squared-cosine' ? MapWithDistances : RowMap;
  return (
    <Resulting reading={components}>
      {value => <Shown reduction={reduction} components={value} distances={null} />}
    </Resulting>
  );
}

interface RowMapProps {
  readonly reduction: Reduction;
  readonly components: Components;
  /** Null where they are not wanted, or not there yet. */
  readonly distances: Distances | null;
}

function MapWithDistances({ reduction, components }: RowMapProps) {
  const { value, problem } = useDistances(reduction);
  return (
    <>
      {problem !== null && <ProblemNote problem={problem} />}
      <RowMap reduction={reduction} components={components} distances={value} />
    </>
  );
}

function RowMap({ reduction, components, distances }: RowMapProps) {
  const table = useTable();
  const recipe = useRecipe();
  const selection = useSelection();
  const isolated = useAppSelector(state => state.study.isolated);
  const { tokens } = useMode();
  const by = useColouring(reduction, components);
  const { map } = reduction;
  const { x, y } = map;
  const points = useMemo(() => pointsOf(components, map, by), [components, map, by]);
  const arrows = useMemo(() => mapArrows(components, points, map), [components, points, map]);
  const sizes = useMemo(() => sizesOf(components, distances, map), [components, distances, map]);
  const beyond = useMemo(() => oddRows(distances), [distances]);
  const marked = useMemo(() => {
    const at = (rows: ReadonlySet<number>) => [...points.rows.keys()].filter(i => rows.has(points.rows[i]!));
    return map.odd ? { far: at(beyond.far), off: at(beyond.off) } : { far: [], off: [] };
  }, [points, beyond, map.odd]);
  const shortName = useShortName();
  const [size, setSize] = useState<Size>({ width: 0, height: 0 });
  // A zoom holds for the points it was made on.
  const [zoom, setZoom] = useState<{ points: unknown; view: View } | null>(null);
  const whole = useMemo(() => wholeView(points.x, points.y, size), [points, size]);
  const view = zoom !== null && zoom.points === points.x ? zoom.view : whole;
  const axisName = useCallback(
    (d: number) => `${dimensionName(reduction.names, d)}, ${percent(components.heldBy[d - 1]!, 1)}`,
    [reduction.names, components.heldBy],
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
          sizes,
          arrows: arrows.arrows,
          shortName,
          ...marked,
        },
        at.width === size.width && at.height === size.height ? view : wholeView(points.x, points.y, at),
        tokens,
        at,
      ),
    [
      points,
      by,
      isolated,
      selection.rows,
      axisName,
      xd,
      yd,
      view,
      size,
      tokens,
      sizes,
      arrows,
      shortName,
      marked,
    ],
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
      {(map.odd || map.arrows > 0) && (
        <p className={`${styles.key} soft small`}>
          {map.arrows > 0 && `arrows ${spreadName(components, map.spread)}, × ${figure(arrows.times, 3)}`}
          {map.arrows > 0 && map.odd && ' · '}
          {map.odd &&
            (distances === null
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
