import Button from '@mui/material/Button';
import { useCallback, useMemo, useState } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction, RowMap } from '@wold/core/recipe/schema';
import { numberAt, textAt } from '@wold/core/table/column';
import { findColumn } from '@wold/core/table/table';
import { dimensionName, type NamedDimension } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { ChartHost } from '../../charts/ChartHost';
import type { Size } from '../../charts/size';
import type { Chart, ChartOption } from '../../charts/echarts';
import { figure, percent } from '@wold/core/writeup/format';
import { rowName } from '../../lens/rowName';
import type { MapMarks } from '../../methods/method';
import { screensOf } from '../../methods/screens';
import { useNaming } from '../../results/stages';
import { PointsLayer } from '../../points/PointsLayer';
import { useAppSelector } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useRecipe, useSelection, useStudy } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import { useMode } from '../../theme/ThemeMode';
import type { Colouring } from './colouring';
import type { DrawnGroup } from './groupSeries';
import { LEGEND_WIDTH, legendOption } from './legendOption';
import { MapSurface } from './MapSurface';
import { mapOption } from './mapOption';
import { densityBands, type DensityBand } from './densitySeries';
import type { PointsDrawn } from '../../points/pointStyle';
import type { Tokens } from '../../theme/tokens';
import type { Points } from './points';
import { PRINT, usePrinted } from './print';
import { useMapPoints, type TurnedMap } from './useMapPoints';
import { useShaping } from './useShaping';
import { pointsDrawn } from './pointsDrawn';
import { useColouring } from './useColouring';
import { wholeView, type View } from './view';
import styles from './MapReading.module.css';
import { drawnGroups } from './drawnGroups';
import { useRowNames } from './useRowNames';
import { useRowsAgain } from './useRowsAgain';

interface PlacedMapProps {
  readonly reduction: Reduction;
  readonly placement: Placement;
  readonly marks: MapMarks;
}

/** The rows on the map, with what lies over them and what the hand does. */
export function PlacedMap({ reduction, placement, marks }: PlacedMapProps) {
  const { rows: selection } = useSelection();
  const isolated = useAppSelector(state => state.study.isolated);
  const against = useAppSelector(state => state.study.against);
  /** What alone is in sight. */
  const alone = against ? NONE : isolated;
  const { tokens } = useMode();
  const by = useColouring(reduction, placement);
  const printed = usePrinted(reduction);
  const { map } = reduction;
  const { points, turned } = useMapPoints(reduction, placement, marks.times, by);
  const arrows = useMapArrows(marks, points, turned, map);
  const { odd } = marks;
  const sizes = useSizes(marks, points, map);
  const shaping = useShaping(reduction);
  const { Under } = screensOf(reduction.settings.method).map;
  // Beside others there is room for a line of figures.
  const several = useStudy().beside.length > 0;
  const marked = useMemo(() => markedIn(points, map.odd ? odd : null), [points, odd, map.odd]);
  const chosen = useMemo(() => new Set(selection), [selection]);
  const drawn = useMemo(
    () =>
      pointsDrawn(
        { points, colouring: by, shaping, isolated, against, selected: chosen, sizes, ...marked },
        tokens,
      ),
    [points, by, shaping, isolated, against, chosen, sizes, marked, tokens],
  );
  const shortMeasure = useShortName();
  const { size, onChart, view, isWhole, setView } = useMapView(points);
  const { names } = useNaming(reduction);
  const axisName = (d: number, measure: string | null) =>
    turned !== null
      ? ''
      : measure === null
        ? nameOfAxis(Math.min(d, placement.at.columns), names, marks)
        : `${shortMeasure(measure, 30)}, in sds from its mean`;
  const xName = axisName(map.x, map.xMeasure);
  const yName = points.flat ? '' : axisName(map.y, map.yMeasure);
  const rowNames = useRowNames(points, map.named, by, alone);
  const groups = useMemo(
    () => drawnGroups(placement, points, by, isolated, map),
    [placement, points, by, isolated, map],
  );
  const again = useRowsAgain(reduction, placement.at.columns, marks.times);
  const bands = useDensity(placement, points, by, alone, map.density);
  const drawing = useCallback(
    (at: Size, withPoints: boolean, look: PictureLook = ON_SCREEN) =>
      mapOption(
        {
          points,
          xName,
          yName,
          arrows: arrows.arrows,
          shortName: shortMeasure,
          rowNames,
          groups: look.groups ?? groups,
          groupMarks: look.groups === undefined ? map.groups : printedMarks(map.groups),
          bands,
          density: map.density,
          again,
          turned: turned !== null,
        },
        at.width === size.width && at.height === size.height ? view : wholeView(points.x, points.y, at),
        look.tokens ?? tokens,
        at,
        withPoints ? (look.drawn ?? drawn) : [],
      ),
    [
      points,
      xName,
      yName,
      arrows,
      shortMeasure,
      rowNames,
      groups,
      map,
      bands,
      again,
      turned,
      size,
      view,
      tokens,
      drawn,
    ],
  );
  const option = useCallback((at: Size) => drawing(at, false), [drawing]);
  const picture = useCallback(
    (at: Size, forPrint = false) => {
      if (!forPrint) {
        return pictureWith(legendOption(by, map.colour ?? '', at.height, tokens), at, now =>
          drawing(now, true),
        );
      }
      const inPrint = printed(placement);
      const look = {
        tokens: PRINT,
        groups: drawnGroups(placement, points, inPrint, isolated, {
          ...map,
          groups: printedMarks(map.groups),
        }),
        drawn: pointsDrawn(
          {
            points,
            colouring: inPrint,
            shaping,
            isolated,
            against,
            selected: chosen,
            sizes,
            ...marked,
          },
          PRINT,
        ),
      };
      // Groups are named where they are; numbers need their scale.
      const legend =
        inPrint.kind === 'number' ? legendOption(inPrint, map.colour ?? '', at.height, PRINT) : null;
      return pictureWith(legend, at, now => drawing(now, true, look));
    },
    [drawing, by, map, tokens, placement, points, isolated, against, shaping, chosen, sizes, marked, printed],
  );
  const numbers = useNumbers(points, xName, yName, map.colour);
  return (
    <>
      <div className={styles.map}>
        <PointsLayer x={points.x} y={points.y} drawn={drawn} view={view} size={size} paper={tokens.paper} />
        <ChartHost
          label={mapLabel(points)}
          fileStem={`${fileStem(reduction.name)}-map`}
          option={option}
          picture={picture}
          numbers={numbers}
          printed={PRINT.paper}
          onChart={onChart}
        >
          <MapSurface
            {...{ points, view, size, by }}
            isolated={alone}
            colour={map.colour}
            zoomedIn={!isWhole}
            onView={setView}
            onTurn={turned?.turn ?? null}
          />
        </ChartHost>
        <Key marks={marks} map={map} times={arrows.times} far={marked.far.length} off={marked.off.length} />
        {points.flat && (
          <p className={`${styles.flat} soft small`}>
            One dimension is kept: rows stand above each other by group, only to part them.{' '}
            {marks.keepTwo !== null && <Button onClick={marks.keepTwo}>Keep two</Button>}
          </p>
        )}
      </div>
      {Under !== undefined && !several && <Under reduction={reduction} />}
    </>
  );
}

const NONE: readonly number[] = [];

/** What differs in a picture from the map on the screen. */
interface PictureLook {
  readonly tokens?: Tokens;
  readonly groups?: readonly DrawnGroup[];
  readonly drawn?: readonly PointsDrawn[];
}

const ON_SCREEN: PictureLook = {};

/** In print groups wear their names where they are. */
const printedMarks = (groups: RowMap['groups']): RowMap['groups'] => (groups === 'none' ? 'centres' : groups);

/** The axes of a map that is turned, or the columns that its method draws as arrows. */
function useMapArrows(marks: MapMarks, points: Points, turned: TurnedMap | null, map: RowMap) {
  const still = map.xMeasure === null && map.yMeasure === null;
  return useMemo(() => {
    if (turned !== null) return { arrows: turned.axes, times: 1 };
    // Directions of columns are those of dimensions.
    return still ? marks.arrows(points) : { arrows: [], times: 1 };
  }, [marks, points, turned, still]);
}

/** A share from 0 to 1 for the size of each point: of a column, or of the method; null where all are alike. */
function useSizes({ sizes }: MapMarks, points: Points, { sizeBy }: RowMap): Float64Array | null {
  const table = useTable();
  return useMemo(() => {
    const column = sizeBy === null ? undefined : findColumn(table, sizeBy);
    if (column?.kind === 'number') return sharesOf(points.rows, row => numberAt(column, row));
    const { from } = points;
    return sizes === null || from === null ? sizes : Float64Array.from(from, i => sizes[i]!);
  }, [table, points, sizeBy, sizes]);
}

/** Numbers between the least and the most of them; the least for a row that has none. */
function sharesOf(rows: Uint32Array, valueOf: (row: number) => number): Float64Array {
  const values = Float64Array.from(rows, valueOf);
  let [least, most] = [Infinity, -Infinity];
  for (const value of values) {
    if (value < least) least = value;
    if (value > most) most = value;
  }
  return values.map(value => (Number.isNaN(value) || !(most > least) ? 0 : (value - least) / (most - least)));
}

/** Rings around the densest rows in sight, where they are asked for. */
function useDensity(
  { counts }: Placement,
  points: Points,
  by: Colouring,
  alone: readonly number[],
  how: RowMap['density'],
): readonly DensityBand[] {
  return useMemo(() => {
    if (how === 'none' || points.flat) return [];
    const isShown = (i: number) =>
      alone.length === 0 || by.kind !== 'levels' || alone.includes(by.codeOf(points.rows[i]!));
    return densityBands(points, counts, isShown);
  }, [points, counts, by, alone, how]);
}

/** A picture of the map with what its colours stand for beside it. */
function pictureWith(
  legend: ReturnType<typeof legendOption>,
  { width, height }: Size,
  draw: (size: Size) => ChartOption,
): ChartOption {
  if (legend === null) return draw({ width, height });
  const option = draw({ width: width - LEGEND_WIDTH, height }) as {
    readonly grid: object;
    readonly xAxis: object;
    readonly yAxis: object;
    readonly series: readonly object[];
  };
  return {
    grid: [{ ...option.grid, right: LEGEND_WIDTH }, legend.grid],
    xAxis: [option.xAxis, legend.xAxis],
    yAxis: [option.yAxis, legend.yAxis],
    series: [...option.series, ...legend.series],
  };
}

/** The dimension's name, with its share where it has one. */
function nameOfAxis(d: number, names: readonly NamedDimension[], { shares }: MapMarks): string {
  const share = shares?.[d - 1];
  return share === undefined ? dimensionName(names, d) : `${dimensionName(names, d)}, ${percent(share, 1)}`;
}

function mapLabel({ rows, used }: Points): string {
  return `Map of ${used} rows${rows.length > used ? ` and ${rows.length - used} only placed` : ''}`;
}

/** What part of the points is in sight: all, until one zooms. A zoom holds for the points it was made on. */
function useMapView(points: Points) {
  const [size, setSize] = useState<Size>({ width: 0, height: 0 });
  const [zoom, setZoom] = useState<{ points: unknown; view: View } | null>(null);
  const whole = useMemo(() => wholeView(points.x, points.y, size), [points, size]);
  const view = zoom !== null && zoom.points === points.x ? zoom.view : whole;
  const onChart = useCallback(
    (_: Chart, at: Size) => setSize(now => (now.width === at.width && now.height === at.height ? now : at)),
    [],
  );
  const setView = (next: View | null): void =>
    setZoom(next === null ? null : { points: points.x, view: next });
  return { size, onChart, view, isWhole: view === whole, setView };
}

/** The points of rows beyond the limits. */
function markedIn({ rows }: Points, odd: MapMarks['odd']) {
  if (odd === null) return { far: [], off: [] };
  const at = (beyond: ReadonlySet<number>) => [...rows.keys()].filter(i => beyond.has(rows[i]!));
  return { far: at(odd.far), off: at(odd.off) };
}

/** The points as a table with heads. */
function useNumbers(
  { rows, used, x, y, flat }: Points,
  xName: string,
  yName: string,
  colour: string | null,
): () => string[][] {
  const table = useTable();
  const recipe = useRecipe();
  return useCallback(() => {
    const label = colour === null ? undefined : findColumn(table, colour);
    return [
      ['row', ...(label === undefined ? [] : [label.name]), xName, flat ? 'spread' : yName, 'used'],
      ...Array.from(rows, (row, i) => [
        rowName(table, recipe, row),
        ...(label === undefined ? [] : [textAt(label, row)]),
        String(x[i]),
        String(y[i]),
        i < used ? 'yes' : 'placed',
      ]),
    ];
  }, [rows, used, x, y, flat, xName, yName, colour, table, recipe]);
}

interface KeyProps {
  readonly marks: MapMarks;
  readonly map: Reduction['map'];
  /** What arrows are multiplied by, and how many rows are marked. */
  readonly times: number;
  readonly far: number;
  readonly off: number;
}

/** What arrows and marks stand for. */
function Key({ marks, map, times, far, off }: KeyProps) {
  const words = [
    ...(map.arrows > 0 ? [`arrows ${marks.arrowsAre}, × ${figure(times, 3)}`] : []),
    ...(map.odd && marks.odd === null ? ['measuring distances …'] : []),
    ...(map.odd && marks.odd !== null
      ? [`△ far out within the dimensions: ${far}`, `□ off the dimensions: ${off}`]
      : []),
  ];
  if (words.length === 0) return null;
  return <p className={`${styles.key} soft small`}>{words.join(' · ')}</p>;
}
