import Button from '@mui/material/Button';
import {
  useEffect,
  useMemo,
  useRef,
  useState,
  type CSSProperties,
  type KeyboardEvent,
  type PointerEvent,
  type RefObject,
} from 'react';
import { leastOf, mostOf } from '@wold/core/algebra/extremes';
import type { Size } from '../../charts/size';
import { pointIndex } from '../../points/pointIndex';
import { pointedAt, selected } from '../../store/studySlice';
import { useAppDispatch, useAppSelector } from '../../store/store';
import { useSelection, useStudy } from '../../store/useStudy';
import type { Colouring } from './colouring';
import { isWithin, type Pixel } from './lasso';
import type { Points } from './points';
import { RowCard } from './RowCard';
import { TURN } from './turned';
import { fromPixel, toPixel, zoomed, type View } from './view';
import styles from './MapReading.module.css';

/** How far from a point, in pixels, it is still meant. */
const REACH = 12;
/** Pixels of width from which on there is room for what the hand can do, beside the name of the axis. */
const HINTED = 620;
/** A press that moves less than this is a click. */
const STILL = 4;

/** What keys do to the width of the view, and where they lead. */
const ZOOMS: ReadonlyMap<string, number> = new Map([
  ['+', 0.8],
  ['=', 0.8],
  ['-', 1.25],
]);
const DIRECTIONS: ReadonlyMap<string, Pixel> = new Map<string, Pixel>([
  ['ArrowRight', [1, 0]],
  ['ArrowLeft', [-1, 0]],
  ['ArrowUp', [0, -1]],
  ['ArrowDown', [0, 1]],
]);

interface MapSurfaceProps {
  readonly points: Points;
  readonly view: View;
  readonly size: Size;
  readonly by: Colouring;
  readonly isolated: readonly number[];
  readonly colour: string | null;
  readonly zoomedIn: boolean;
  /** A new view, or null for the whole. */
  readonly onView: (view: View | null) => void;
  /** Turns a map of three dimensions, in radians; null where there are two. */
  readonly onTurn: ((right: number, down: number) => void) | null;
}

/**
 * What the hand does on the map: pointing shows a row's card, a click selects it, a drawn outline selects what is
 * within, with Ctrl a box; the wheel zooms. Shift adds to the selection. With the keyboard, arrows go from row to row.
 */
export function MapSurface(props: MapSurfaceProps) {
  const { points, view, size, colour, zoomedIn, onView, onTurn } = props;
  const select = useSelecting();
  const surface = useRef<HTMLDivElement>(null);
  const [pointed, setPointed] = usePointed(points);
  const at = usePointsAt(props);
  const { isShown, pixelOf } = at;
  const { outline, hand } = useOutline(points, at, select, setPointed, onTurn);
  useWheel(surface, view, size, onView);

  function press(event: KeyboardEvent): void {
    const factor = ZOOMS.get(event.key);
    if (factor !== undefined) onView(zoomed(view, size, [size.width / 2, size.height / 2], factor));
    else if (event.key === '0') onView(null);
    else if (event.key === 'Escape') select([], false);
    else if (event.key === 'Enter' && pointed >= 0) select([points.rows[pointed]!], event.shiftKey);
    else {
      const direction = DIRECTIONS.get(event.key);
      if (direction === undefined) return;
      if (onTurn !== null && (event.ctrlKey || event.metaKey)) {
        onTurn(TURN.key * direction[0], TURN.key * direction[1]);
        event.preventDefault();
        return;
      }
      setPointed(nextInDirection(points, isShown, pixelOf, pointed, direction));
    }
    event.preventDefault();
  }

  return (
    <>
      <div
        ref={surface}
        className={styles.surface}
        role="application"
        tabIndex={0}
        aria-label="Rows on the map: arrows go from row to row, Enter selects, plus and minus zoom"
        onKeyDown={press}
        {...hand}
        onDoubleClick={() => onView(null)}
      >
        <Overlay size={size} outline={outline} at={pointed >= 0 ? pixelOf(pointed) : null} />
        <PointedElsewhere {...{ points, size, pixelOf }} />
        {size.width >= HINTED && (
          <span className={`${styles.hint} soft small`}>
            {onTurn === null
              ? 'draw around rows to select them, with Ctrl by a box · wheel zooms'
              : 'drag to turn, with Ctrl a box selects rows, with Alt an outline · Ctrl and arrows turn'}
          </span>
        )}
      </div>
      {zoomedIn && (
        <Button className={`${styles.reset} small`} onClick={() => onView(null)}>
          Whole map
        </Button>
      )}
      <div role="status" aria-live="polite">
        {pointed >= 0 && (
          <RowCard
            points={points}
            index={pointed}
            colour={colour}
            style={cardPlace(pixelOf(pointed), size)}
          />
        )}
      </div>
    </>
  );
}

/** The place of the row that is pointed at here; other maps are told of it. */
function usePointed({ rows }: Points): readonly [number, (index: number) => void] {
  const dispatch = useAppDispatch();
  const [pointed, setPointed] = useState(-1);
  const several = useStudy().beside.length > 0;
  const point = (index: number) => {
    if (index === pointed) return;
    setPointed(index);
    if (several) dispatch(pointedAt(index < 0 ? null : rows[index]!));
  };
  return [pointed, point];
}

interface PointedElsewhereProps {
  readonly points: Points;
  readonly size: Size;
  readonly pixelOf: (i: number) => Pixel;
}

/** The row that is pointed at on another map, here. */
function PointedElsewhere({ points, size, pixelOf }: PointedElsewhereProps) {
  const row = useAppSelector(state => state.study.pointed);
  const place = row === null ? -1 : points.rows.indexOf(row);
  if (place < 0) return null;
  return <Overlay size={size} outline={[]} at={pixelOf(place)} />;
}

/** Points with the hand, and draws around rows: what the surface is to listen to, and the outline as it grows. */
function useOutline(
  { rows }: Points,
  { nearest, within }: ReturnType<typeof usePointsAt>,
  select: ReturnType<typeof useSelecting>,
  onPointed: (index: number) => void,
  onTurn: MapSurfaceProps['onTurn'],
) {
  const [outline, setOutline] = useState<readonly Pixel[]>([]);
  /** Whether a box is drawn out, from corner to corner. */
  const boxed = useRef(false);
  /** Where the hand was last, while it turns the map; null where it does not. */
  const turning = useRef<Pixel | null>(null);
  function release(event: PointerEvent): void {
    setOutline([]);
    turning.current = null;
    if (outline.length === 0) return;
    const [fromX, fromY] = outline[0]!;
    const moved = outline.some(([x, y]) => Math.abs(x - fromX) > STILL || Math.abs(y - fromY) > STILL);
    if (moved) return select(within(outline), event.shiftKey);
    const found = nearest(pixelUnder(event));
    if (found >= 0) select([rows[found]!], event.shiftKey);
    else if (!event.shiftKey) select([], false);
  }
  const hand = {
    onPointerDown: (event: PointerEvent) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      setOutline([pixelUnder(event)]);
      boxed.current = event.ctrlKey || event.metaKey;
      turning.current = onTurn !== null && !boxed.current && !event.altKey ? pixelUnder(event) : null;
      onPointed(-1);
    },
    onPointerMove: (event: PointerEvent) => {
      const at = pixelUnder(event);
      if (turning.current !== null && onTurn !== null) {
        const [fromX, fromY] = turning.current;
        onTurn(TURN.pixel * (at[0] - fromX), TURN.pixel * (at[1] - fromY));
        turning.current = at;
      } else if (outline.length > 0) setOutline(boxed.current ? boxFrom(outline[0]!, at) : [...outline, at]);
      else onPointed(nearest(pixelUnder(event)));
    },
    onPointerUp: release,
    onPointerCancel: () => {
      turning.current = null;
      setOutline([]);
    },
    onPointerLeave: () => onPointed(-1),
  };
  return { outline, hand };
}

/** The corners of a box from one of them to the one across. */
const boxFrom = ([x, y]: Pixel, [across, down]: Pixel): Pixel[] => [
  [x, y],
  [across, y],
  [across, down],
  [x, down],
];

/** Where on the surface that listens a pointer is. */
function pixelUnder(event: PointerEvent): Pixel {
  const box = event.currentTarget.getBoundingClientRect();
  return [event.clientX - box.left, event.clientY - box.top];
}

/** Zooms with the wheel. React's wheel listeners are passive; this one must keep the page from scrolling. */
function useWheel(
  surface: RefObject<HTMLDivElement | null>,
  view: View,
  size: Size,
  onView: MapSurfaceProps['onView'],
): void {
  useEffect(() => {
    const element = surface.current!;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const box = element.getBoundingClientRect();
      const at = [event.clientX - box.left, event.clientY - box.top] as const;
      onView(zoomed(view, size, at, Math.exp(event.deltaY / 400)));
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  }, [surface, view, size, onView]);
}

/** Selects rows, or adds them to those that are selected. */
function useSelecting() {
  const dispatch = useAppDispatch();
  const { rows: chosen } = useSelection();
  return (rows: readonly number[], adds: boolean): void =>
    void dispatch(selected({ rows: adds ? [...new Set([...chosen, ...rows])] : rows }));
}

/** Finds points by pixels. */
function usePointsAt({ points, view, size, by, isolated }: MapSurfaceProps) {
  const index = useMemo(() => pointIndex(points.x, points.y), [points]);
  /** A row that is not shown is out of reach. */
  const isShown = (i: number): boolean =>
    isolated.length === 0 || by.kind !== 'levels' || isolated.includes(by.codeOf(points.rows[i]!));
  const pixelOf = (i: number): Pixel => toPixel(view, size, points.x[i]!, points.y[i]!);
  function nearest(at: Pixel): number {
    const [x, y] = fromPixel(view, size, at);
    return index.nearest(x, y, REACH * view.unit, isShown);
  }
  /** Rows within an outline. */
  function within(path: readonly Pixel[]): number[] {
    const outline = path.map(at => fromPixel(view, size, at));
    const xs = Float64Array.from(outline, ([x]) => x);
    const ys = Float64Array.from(outline, ([, y]) => y);
    return index
      .inBox(leastOf(xs), leastOf(ys), mostOf(xs), mostOf(ys))
      .filter(i => isShown(i) && isWithin([points.x[i]!, points.y[i]!], outline))
      .sort((a, b) => a - b)
      .map(i => points.rows[i]!);
  }
  return { isShown, pixelOf, nearest, within };
}

interface OverlayProps {
  readonly size: Size;
  /** What is being drawn around. */
  readonly outline: readonly Pixel[];
  /** Where the point is that is pointed at. */
  readonly at: Pixel | null;
}

function Overlay({ size, outline, at }: OverlayProps) {
  return (
    <svg width={size.width} height={size.height} aria-hidden="true">
      {outline.length > 1 && (
        <polygon
          points={outline.map(([x, y]) => `${x},${y}`).join(' ')}
          fill="var(--sward)"
          fillOpacity="0.1"
          stroke="var(--sward)"
          strokeWidth="1.5"
          strokeDasharray="4 3"
        />
      )}
      {at !== null && (
        <circle cx={at[0]} cy={at[1]} r="9" fill="none" stroke="var(--ink)" strokeWidth="1.5" />
      )}
    </svg>
  );
}

function cardPlace([x, y]: Pixel, { width, height }: Size): CSSProperties {
  return {
    ...(x > width - 260 ? { right: width - x + 14 } : { left: x + 14 }),
    ...(y > height - 180 ? { bottom: height - y + 10 } : { top: y + 10 }),
  };
}

/** The nearest point that lies in a direction from another, within half a right angle; that other if there is none. */
function nextInDirection(
  { rows }: Points,
  isShown: (i: number) => boolean,
  pixelOf: (i: number) => Pixel,
  from: number,
  [dx, dy]: Pixel,
): number {
  if (from < 0) return rows.findIndex((_, i) => isShown(i));
  const [fromX, fromY] = pixelOf(from);
  let [best, least] = [from, Infinity];
  for (let i = 0; i < rows.length; i++) {
    if (i === from || !isShown(i)) continue;
    const [x, y] = pixelOf(i);
    const along = (x - fromX) * dx + (y - fromY) * dy;
    const aside = Math.abs((x - fromX) * dy) + Math.abs((y - fromY) * dx);
    if (along <= 0.5 || aside > along) continue;
    if (along + aside < least) [best, least] = [i, along + aside];
  }
  return best;
}
