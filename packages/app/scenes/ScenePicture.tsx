import {
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
} from 'react';
import type { SceneGrid } from '@wold/core/table/scene/scene';
import { useAppDispatch } from '../store/store';
import { selected } from '../store/studySlice';
import { useSelection } from '../store/useStudy';
import { useMode } from '../theme/ThemeMode';
import { isWithin } from '../readings/map/lasso';
import styles from './ScenePicture.module.css';

type Pixel = readonly [x: number, y: number];

interface ScenePictureProps {
  readonly grid: SceneGrid;
  /** Four bytes a pixel, line by line. */
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
  /** What it shows, for those who do not see it. */
  readonly label: string;
  /** What is said of the pixel that is pointed at. */
  readonly tell: (row: number) => ReactNode;
}

/** A hand that moved less than this, in pixels of the page, was still. */
const STILL = 4;
/** How thick the veil is over what is not selected, of 255. */
const VEIL = 200;

/**
 * The scene as a picture on which regions are drawn: around pixels with the hand, a box with Ctrl, more with Shift; with the
 * keyboard arrows move the pointer, Enter selects. The rest is veiled while some pixels are selected, wherever that was done.
 */
export function ScenePicture({ grid, rgba, label, tell }: ScenePictureProps) {
  const { width, height, rowAt } = grid;
  const dispatch = useAppDispatch();
  const { rows: chosen } = useSelection();
  const surface = useRef<HTMLDivElement>(null);
  const [outline, setOutline] = useState<readonly Pixel[]>([]);
  const [pointed, setPointed] = useState<Pixel | null>(null);
  const boxed = useRef(false);

  /** Where on the picture a pointer is, in its pixels. */
  function pixelUnder(event: PointerEvent): Pixel {
    const box = surface.current!.getBoundingClientRect();
    return [
      ((event.clientX - box.left) / box.width) * width,
      ((event.clientY - box.top) / box.height) * height,
    ];
  }
  const rowUnder = ([x, y]: Pixel): number =>
    x < 0 || y < 0 || x >= width || y >= height ? -1 : rowAt[Math.floor(y) * width + Math.floor(x)]!;
  function select(rows: readonly number[], adds: boolean): void {
    dispatch(selected({ rows: adds ? [...new Set([...chosen, ...rows])].sort((a, b) => a - b) : rows }));
  }

  const hand = {
    onPointerDown: (event: PointerEvent) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      boxed.current = event.ctrlKey || event.metaKey;
      setOutline([pixelUnder(event)]);
    },
    onPointerMove: (event: PointerEvent) => {
      const at = pixelUnder(event);
      setPointed(at);
      if (outline.length === 0) return;
      setOutline(boxed.current ? boxFrom(outline[0]!, at) : [...outline, at]);
    },
    onPointerUp: (event: PointerEvent) => {
      const drawn = outline;
      setOutline([]);
      if (drawn.length === 0) return;
      const scale = surface.current!.getBoundingClientRect().width / width;
      const moved = drawn.some(([x, y]) => Math.hypot(x - drawn[0]![0], y - drawn[0]![1]) * scale > STILL);
      if (moved) return select(within(drawn, grid), event.shiftKey);
      const row = rowUnder(pixelUnder(event));
      select(row < 0 ? [] : [row], event.shiftKey);
    },
    onPointerCancel: () => setOutline([]),
    onPointerLeave: () => setPointed(null),
  };

  function onKeyDown(event: KeyboardEvent): void {
    const step = event.shiftKey ? 10 : 1;
    const moves = new Map<string, Pixel>([
      ['ArrowLeft', [-step, 0]],
      ['ArrowRight', [step, 0]],
      ['ArrowUp', [0, -step]],
      ['ArrowDown', [0, step]],
    ]);
    const move = moves.get(event.key);
    if (move !== undefined) {
      event.preventDefault();
      const [x, y] = pointed ?? [width / 2, height / 2];
      const clamped = (at: number, most: number) => Math.min(most - 0.5, Math.max(0.5, Math.floor(at) + 0.5));
      setPointed([clamped(x + move[0], width), clamped(y + move[1], height)]);
    } else if (event.key === 'Enter' && pointed !== null) {
      const row = rowUnder(pointed);
      if (row >= 0) select([row], event.shiftKey);
    } else if (event.key === 'Escape' && chosen.length > 0) {
      event.stopPropagation();
      select([], false);
    }
  }

  const row = pointed === null ? -1 : rowUnder(pointed);
  return (
    <div className={styles.room}>
      <div
        ref={surface}
        className={styles.picture}
        style={{ width: `min(100cqw, ${(100 * width) / height}cqh)`, aspectRatio: `${width} / ${height}` }}
        role="application"
        aria-label={label}
        aria-roledescription="picture"
        tabIndex={0}
        {...hand}
        onKeyDown={onKeyDown}
      >
        <Layer width={width} height={height} data={rgba} />
        <Veil grid={grid} chosen={chosen} />
        <svg viewBox={`0 0 ${width} ${height}`} aria-hidden="true">
          {outline.length > 1 && (
            <polygon
              points={outline.map(([x, y]) => `${x},${y}`).join(' ')}
              fill="var(--sward)"
              fillOpacity="0.15"
              stroke="var(--sward)"
              strokeWidth="1.5"
              strokeDasharray="4 3"
              vectorEffect="non-scaling-stroke"
            />
          )}
          {pointed !== null && row >= 0 && outline.length === 0 && (
            <rect
              x={Math.floor(pointed[0]) - 0.25}
              y={Math.floor(pointed[1]) - 0.25}
              width="1.5"
              height="1.5"
              fill="none"
              stroke="var(--ink)"
              strokeWidth="1.5"
              vectorEffect="non-scaling-stroke"
            />
          )}
        </svg>
        <div role="status" aria-live="polite">
          {pointed !== null && row >= 0 && outline.length === 0 && (
            <div className={styles.card} style={cardPlace(pointed, grid)}>
              {tell(row)}
            </div>
          )}
        </div>
      </div>
    </div>
  );
}

/** Bytes on a canvas of their size. */
function Layer({
  width,
  height,
  data,
}: {
  width: number;
  height: number;
  data: Uint8ClampedArray<ArrayBuffer>;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    canvas.current?.getContext('2d')?.putImageData(new ImageData(data, width, height), 0, 0);
  }, [width, height, data]);
  return <canvas ref={canvas} width={width} height={height} data-large={width < 600} aria-hidden="true" />;
}

/** What is not selected, under a veil. */
function Veil({ grid, chosen }: { grid: SceneGrid; chosen: readonly number[] }) {
  const { width, height, pixelOf } = grid;
  const { tokens } = useMode();
  const data = useMemo(() => {
    if (chosen.length === 0) return null;
    const ground = [1, 3, 5].map(at => parseInt(tokens.paper.slice(at, at + 2), 16));
    const veil = new Uint8ClampedArray(4 * width * height);
    for (let at = 0; at < veil.length; at += 4) veil.set([...ground, VEIL], at);
    for (const row of chosen) if (row < pixelOf.length) veil[4 * pixelOf[row]! + 3] = 0;
    return veil;
  }, [width, height, pixelOf, chosen, tokens]);
  return data && <Layer width={width} height={height} data={data} />;
}

/** Rows of the pixels whose middle lies within an outline. */
function within(outline: readonly Pixel[], { width, height, rowAt }: SceneGrid): number[] {
  const xs = outline.map(([x]) => x);
  const ys = outline.map(([, y]) => y);
  const least = (values: number[], most: number) =>
    Math.max(0, Math.floor(values.reduce((a, b) => Math.min(a, b), most)));
  const most = (values: number[], end: number) =>
    Math.min(end, Math.ceil(values.reduce((a, b) => Math.max(a, b), 0)));
  const rows: number[] = [];
  for (let y = least(ys, height); y < most(ys, height); y++) {
    for (let x = least(xs, width); x < most(xs, width); x++) {
      const row = rowAt[y * width + x]!;
      if (row >= 0 && isWithin([x + 0.5, y + 0.5], outline)) rows.push(row);
    }
  }
  return rows;
}

const boxFrom = ([x, y]: Pixel, [across, down]: Pixel): Pixel[] => [
  [x, y],
  [across, y],
  [across, down],
  [x, down],
];

/** Beside the pixel, on the side where there is room. */
function cardPlace([x, y]: Pixel, { width, height }: SceneGrid) {
  return {
    ...(x > width / 2
      ? { right: `calc(${100 - (100 * x) / width}% + 14px)` }
      : { left: `calc(${(100 * x) / width}% + 14px)` }),
    ...(y > height / 2
      ? { bottom: `calc(${100 - (100 * y) / height}% + 10px)` }
      : { top: `calc(${(100 * y) / height}% + 10px)` }),
  };
}
