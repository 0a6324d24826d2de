import type { Size } from '../../charts/size';
import { nameSeries, offsetOf } from '../../charts/nameSeries';
import { occupied } from '../../charts/occupied';
import { placeNames, type Box, type Place } from '../../charts/placeNames';
import { textWidth } from '../../charts/textWidth';
import { FONT } from '../../charts/textStyle';
import type { Tokens } from '../../theme/tokens';
import { fromPixel, toPixel, type View } from './view';

/** Rows that wear their names where there is room. */
export interface RowNames {
  /** The selected ones. */
  readonly selected: readonly MapName[];
  /** Places of the other points, those that tell most first; empty where they are not named. */
  readonly order: readonly number[];
  /** Whether the row of a point is selected, and so wears a ring. */
  readonly isSelected: (place: number) => boolean;
  /** The name of the row of a point. */
  readonly nameOf: (place: number) => string;
}

/** A name on the map, in its units. */
export interface MapName {
  readonly x: number;
  readonly y: number;
  readonly text: string;
  /** What it names: centres of groups and arrows stand out, and move away rather than be left out. */
  readonly of: 'group' | 'arrow' | 'selected row' | 'one of many selected' | 'row';
}

const FONT_SIZE = 12.5;
/** Height of the line of ticks, and of the names of the axes. */
const TICKS = 20;
const AXIS_NAME = 20;
/** Rows farther out tell more; so many are tried. */
const MOST_ROWS = 500;

interface Around {
  readonly xName: string;
  readonly yName: string;
  readonly points: { readonly x: ArrayLike<number>; readonly y: ArrayLike<number> };
}

/** Names beside what they name, none on another nor on the names of the axes, in the order given; then those of rows. */
export function mapNameSeries(
  first: readonly MapName[],
  rowNames: RowNames,
  around: Around,
  view: View,
  size: Size,
  tokens: Tokens,
) {
  const placed = placedNames(first, rowNames, around, view, size);
  if (placed.length === 0) return [];
  return nameSeries(
    placed.map(({ name: { x, y, text, of }, pixel, place }) => ({
      x,
      y,
      text,
      offset: offsetOf(place, pixel[0], pixel[1], (px, py) => fromPixel(view, size, [px, py])),
      style: { ...styleOf(of, tokens), fontFamily: FONT, fontSize: FONT_SIZE },
    })),
    7,
    tokens.inkSoft,
  );
}

/** The names of a map, where each belongs and where it stands, in pixels; null where it is left out. */
export function placedNames(
  first: readonly MapName[],
  rowNames: RowNames,
  { xName, yName, points }: Around,
  view: View,
  size: Size,
): readonly {
  readonly name: MapName;
  readonly pixel: readonly [number, number];
  readonly place: Place | null;
}[] {
  const tried = [...first, ...rowNames.selected, ...namesInSight(rowNames, points, view, size)];
  if (tried.length === 0) return [];
  const [cx, cy] = toPixel(view, size, 0, 0);
  const { width, height } = size;
  const axisNames: Box[] = [
    {
      left: width - 12 - textWidth(xName, 13),
      right: width,
      top: height - TICKS - AXIS_NAME,
      bottom: height,
    },
    { left: 0, right: 40 + textWidth(yName, 13), top: 0, bottom: AXIS_NAME + 6 },
  ];
  const pixels = tried.map(({ x, y }) => toPixel(view, size, x, y));
  const places = placeNames(
    tried.map(({ text, of }, i) => ({
      x: pixels[i]![0],
      y: pixels[i]![1],
      text,
      moves: of !== 'row' && of !== 'one of many selected',
      clear: of === 'row' || of === 'one of many selected',
    })),
    { x: cx, y: cy },
    {
      fontSize: FONT_SIZE,
      // Clear of their own rings, where many wear one.
      distance: tried.some(({ of }) => of === 'one of many selected') ? BESIDE_RING : BESIDE_POINT,
      bounds: { left: 8, right: width - 8, top: 6, bottom: height - TICKS },
      taken: axisNames,
      isAvoided: occupied(boxesAround(points, rowNames.isSelected, first, view, size), size),
    },
  );
  return tried.map((name, i) => ({ name, pixel: pixels[i]!, place: places[i]! }));
}

function styleOf(of: MapName['of'], tokens: Tokens) {
  const halo = { textBorderColor: tokens.paper, textBorderWidth: 3 };
  switch (of) {
    case 'group':
      return { color: tokens.ink, fontWeight: 700, ...halo };
    case 'arrow':
      return { color: tokens.ink, fontWeight: 600, fontStyle: 'italic' as const, ...halo };
    case 'selected row':
    case 'one of many selected':
      return { color: tokens.sward, fontWeight: 700, ...halo };
    case 'row':
      return { color: tokens.ink, ...halo };
  }
}

/** Names of the rows in sight, those farthest out first. */
function namesInSight(
  { order, nameOf }: RowNames,
  { x, y }: Around['points'],
  view: View,
  size: Size,
): MapName[] {
  const found: MapName[] = [];
  for (const place of order) {
    const [px, py] = toPixel(view, size, x[place]!, y[place]!);
    if (px < 0 || px > size.width || py < 0 || py > size.height) continue;
    found.push({ x: x[place]!, y: y[place]!, text: nameOf(place), of: 'row' });
    if (found.length === MOST_ROWS) break;
  }
  return found;
}

/** Half the width of a mark, and of the ring around a selected one. */
const HALF_POINT = 4;
const HALF_RING = 9;
/** Between a point and its name. */
const BESIDE_POINT = 7;
const BESIDE_RING = 10;

/** Around the points in sight; of those that share a pixel, around one. */
function* pointBoxes(
  { x, y }: Around['points'],
  isSelected: (place: number) => boolean,
  view: View,
  size: Size,
): Generator<Box> {
  const columns = Math.ceil(size.width);
  const seen = new Uint8Array(columns * Math.ceil(size.height));
  for (let i = 0; i < x.length; i++) {
    const [px, py] = toPixel(view, size, x[i]!, y[i]!);
    if (px < 0 || py < 0 || px >= size.width || py >= size.height) continue;
    const pixel = Math.floor(py) * columns + Math.floor(px);
    const half = isSelected(i) ? HALF_RING : HALF_POINT;
    if (seen[pixel]! >= half) continue;
    seen[pixel] = half;
    yield { left: px - half, right: px + half, top: py - half, bottom: py + half };
  }
}

function* boxesAround(
  points: Around['points'],
  isSelected: (place: number) => boolean,
  arrows: readonly MapName[],
  view: View,
  size: Size,
): Generator<Box> {
  yield* pointBoxes(points, isSelected, view, size);
  yield* shaftBoxes(arrows, view, size);
}

/** Along the arrows. */
function shaftBoxes(names: readonly MapName[], view: View, size: Size): Box[] {
  const [cx, cy] = toPixel(view, size, 0, 0);
  return names
    .filter(({ of }) => of === 'arrow')
    .flatMap(({ x, y }) => {
      const [px, py] = toPixel(view, size, x, y);
      const steps = Math.min(60, Math.ceil(Math.hypot(px - cx, py - cy) / 10));
      return Array.from({ length: steps }, (_, step) => {
        const [left, top] = [cx + ((px - cx) * step) / steps, cy + ((py - cy) * step) / steps];
        return { left, right: left + 1, top, bottom: top + 1 };
      });
    });
}

/** The places of points from those that lie farthest out to those nearest the centre, on either axis alike. */
export function farthestFirst({ x, y }: { readonly x: Float64Array; readonly y: Float64Array }): number[] {
  const unit = (values: Float64Array) =>
    Math.sqrt(values.reduce((sum, value) => sum + value * value, 0)) || 1;
  const [across, up] = [unit(x), unit(y)];
  const far = Float64Array.from(x, (value, i) => (value / across) ** 2 + (y[i]! / up) ** 2);
  return [...far.keys()].sort((a, b) => far[b]! - far[a]! || a - b);
}
