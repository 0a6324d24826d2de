/** What part of the plane of scores is in sight: a centre, and the length of one pixel. */
export interface View {
  readonly x: number;
  readonly y: number;
  /** Units of score per pixel, the same both ways: distances on the map are distances in the scores. */
  readonly unit: number;
}

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Pixels kept free around the points at first: for ticks and the names of the axes. */
export const ROOM = { left: 52, right: 40, top: 44, bottom: 50 };

/** The view that shows all points, with equal units on both axes. */
export function wholeView(xs: ArrayLike<number>, ys: ArrayLike<number>, { width, height }: Size): View {
  const [left, right] = extent(xs);
  const [low, high] = extent(ys);
  const across = Math.max(40, width - ROOM.left - ROOM.right);
  const up = Math.max(40, height - ROOM.top - ROOM.bottom);
  // A span that is lost in the digits of its centre is no span: a pixel is several of the last digit.
  const farthest = Math.max(Math.abs(left), Math.abs(right), Math.abs(low), Math.abs(high));
  const unit = Math.max((right - left) / across, (high - low) / up, 4 * Number.EPSILON * farthest);
  const scale = unit > 0 ? unit : 1 / across;
  return {
    x: (left + right) / 2 - ((ROOM.left - ROOM.right) / 2) * scale,
    y: (low + high) / 2 - ((ROOM.bottom - ROOM.top) / 2) * scale,
    unit: scale,
  };
}

/** The ranges of both axes. */
export function ranges(view: View, { width, height }: Size) {
  const across = (view.unit * width) / 2;
  const up = (view.unit * height) / 2;
  return { x: [view.x - across, view.x + across] as const, y: [view.y - up, view.y + up] as const };
}

/** The pixel of a point, from the left and the top. */
export function toPixel(view: View, { width, height }: Size, x: number, y: number): [number, number] {
  return [width / 2 + (x - view.x) / view.unit, height / 2 - (y - view.y) / view.unit];
}

/** The point at a pixel. */
export function fromPixel(
  view: View,
  { width, height }: Size,
  [px, py]: readonly [number, number],
): [number, number] {
  return [view.x + (px - width / 2) * view.unit, view.y - (py - height / 2) * view.unit];
}

/** The view zoomed by a factor about a pixel, which stays where it is. */
export function zoomed(
  view: View,
  { width, height }: Size,
  [px, py]: readonly [number, number],
  factor: number,
): View {
  const unit = view.unit * factor;
  return {
    x: view.x + (px - width / 2) * (view.unit - unit),
    y: view.y - (py - height / 2) * (view.unit - unit),
    unit,
  };
}

function extent(values: ArrayLike<number>): [number, number] {
  let least = Infinity;
  let most = -Infinity;
  for (let i = 0; i < values.length; i++) {
    least = Math.min(least, values[i]!);
    most = Math.max(most, values[i]!);
  }
  return least <= most ? [least, most] : [0, 0];
}
