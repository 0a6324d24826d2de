import Button from '@mui/material/Button';
import { useCallback, useMemo, useState } from 'react';
import { hasCases } from '@wold/core/table/table';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction, RowMap } from '@wold/core/recipe/schema';
import { numberAt, textAt } from '@wold/core/table/column';
import { findColumn } from '@wold/core/table/table';
import { convexHull } from '@wold/core/use/convexHull';
import { groupEllipses } from '@wold/core/use/groupEllipses';
import { dimensionName, type NamedDimension } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { ChartHost } from '../../charts/ChartHost';
import type { Size } from '../../charts/size';
import type { Chart, ChartOption } from '../../charts/echarts';
import { figure, percent, shortName } from '@wold/core/writeup/format';
import { rowName } from '../../lens/rowName';
import type { MapMarks } from '../../methods/method';
import { screensOf } from '../../methods/screens';
import { useNaming, usePlacement } from '../../results/stages';
import { PointsLayer } from '../../points/PointsLayer';
import { useAppSelector } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useRecipe, useSelection, useStudy } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import { useMode } from '../../theme/ThemeMode';
import { ProblemNote, Resulting } from '../Problem';
import type { Colouring } from './colouring';
import type { DrawnGroup } from './groupSeries';
import { LEGEND_WIDTH, legendOption } from './legendOption';
import { farthestFirst, type MapName, type RowNames } from './mapNames';
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
import { BesideNote } from './BesideNote';
import { ViewSwitch } from '../../controls/ViewSwitch';
import { useView } from '../../store/useView';
import { GroupLedger } from './GroupLedger';
import { Planes } from './Planes';
import { PictureLine } from './PictureLine';
import { useBeside } from './useBeside';
import { useColouring } from './useColouring';
import { wholeView, type View } from './view';
import styles from './MapReading.module.css';

/** Where does each row sit? The rows on two dimensions. */
export function MapReading({ reduction }: { reduction: Reduction }) {
  const placement = usePlacement(reduction);
  const table = useTable();
  if (!hasCases(table)) {
    return (
      <p className={`${styles.none} soft`}>
        The table holds the {table.matrix?.kind}s of its columns, and no rows that could be placed.
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
  const marks = screensOf(reduction.settings.method).map.useMarks(reduction);
  const { placement: shown, beside } = useBeside(reduction, placement);
  const several = useStudy().beside.length > 0;
  const groups = useGroupsLabel(reduction);
  const [view, setView] = useView(
    'map',
    MAP_VIEWS.map(([name]) => name),
    'map',
  );
  if (marks === null) return null;
  const planes = placement.at.columns > 2 && placement.structure !== null;
  const views = MAP_VIEWS.filter(([name]) =>
    name === 'planes' ? planes : name === 'groups' ? groups !== null : true,
  );
  const shownView = several ? 'map' : (views.find(([name]) => name === view)?.[0] ?? 'map');
  return (
    <>
      {!several && views.length > 1 && (
        <div className={styles.views}>
          <ViewSwitch views={views} view={shownView} onView={setView} />
        </div>
      )}
      {shownView === 'groups' && groups !== null ? (
        <GroupLedger reduction={reduction} label={groups} />
      ) : shownView === 'planes' ? (
        <Planes reduction={reduction} placement={placement} onLarge={() => setView('map')} />
      ) : (
        <>
          {marks.problem !== null && <ProblemNote problem={marks.problem} />}
          <RowMap reduction={reduction} placement={shown} marks={marks} />
          {several && <PictureLine reduction={reduction} placement={placement} />}
          {beside !== null && <BesideNote beside={beside} />}
        </>
      )}
    </>
  );
}

const MAP_VIEWS = [
  ['map', 'Map'],
  ['planes', 'All planes'],
  ['groups', 'What sets groups apart'],
] as const;

/** The label whose groups can be described by their measures; null where none colours the map. */
function useGroupsLabel({ map }: Reduction): string | null {
  const table = useTable();
  if (table.matrix !== null || map.colour === null || map.figure !== null) return null;
  return findColumn(table, map.colour)?.kind === 'levels' ? map.colour : null;
}

function RowMap({ reduction, placement, marks }: MarkedMapProps & { readonly marks: MapMarks }) {
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

/** So many selected rows wear their names; of more, the first. */
const MOST_SELECTED = 60;

/** Rows that wear their names: the selected ones, and the others where that is asked for. */
function useRowNames(points: Points, named: boolean, by: Colouring, isolated: readonly number[]): RowNames {
  const table = useTable();
  const recipe = useRecipe();
  const { rows: selection } = useSelection();
  // Of very many rows the order takes its time: a selection leaves it as it is.
  const order = useMemo(() => (named ? farthestFirst(points) : []), [named, points]);
  return useMemo(() => {
    const chosen = new Set(selection);
    const isShown = (row: number) =>
      isolated.length === 0 || by.kind !== 'levels' || isolated.includes(by.codeOf(row));
    const nameOf = (place: number) => shortName(rowName(table, recipe, points.rows[place]!), 28);
    const places: number[] = [];
    if (chosen.size > 0) points.rows.forEach((row, place) => chosen.has(row) && places.push(place));
    return {
      selected: places.slice(0, MOST_SELECTED).map((place): MapName => ({
        x: points.x[place]!,
        y: points.y[place]!,
        text: nameOf(place),
        of: 'selected row',
      })),
      order: order.filter(place => !chosen.has(points.rows[place]!) && isShown(points.rows[place]!)),
      nameOf,
    };
  }, [points, order, by, isolated, selection, table, recipe]);
}

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

/** The groups of the colouring label with their centres and what is drawn around them, where that is asked for. */
function drawnGroups(
  { counts }: Placement,
  points: Points,
  by: Colouring,
  isolated: readonly number[],
  { groups, share }: RowMap,
): readonly DrawnGroup[] {
  if (groups === 'none' || by.kind !== 'levels' || points.flat) return [];
  const { weights } = points;
  const shown = by.groups.filter(
    ({ code }) => code >= 0 && (isolated.length === 0 || isolated.includes(code)),
  );
  const places = new Map(shown.map(({ code }) => [code, [] as number[]]));
  for (let i = 0; i < points.used; i++) places.get(by.codeOf(points.rows[i]!))?.push(i);
  const found = groupEllipses(
    { x: points.x, y: points.y, weights, counts },
    shown.map(({ name, code }) => [name, places.get(code)!] as const),
    share,
  );
  return found.map((group, index) => ({
    ...group,
    colour: shown[index]!.style.colour,
    outline: groups === 'outlines' ? convexHull(points.x, points.y, places.get(shown[index]!.code)!) : [],
  }));
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
