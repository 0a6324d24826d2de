import type { PointStyle } from './pointStyle';
import { outlineOf } from './shapes';

/** A point's picture in device pixels. */
export interface Stamp {
  readonly width: number;
  readonly height: number;
  /** Blue, green and red, each times alpha, from the high bits down; row after row. */
  readonly colours: Uint32Array;
  /** From 0 to 256, where nothing of what is below is seen. */
  readonly cover: Uint16Array;
}

/** A stamp from the bytes of red, green, blue and alpha, not multiplied, as a canvas gives them. */
export function stampOf(bytes: ArrayLike<number>, width: number, height: number): Stamp {
  const colours = new Uint32Array(width * height);
  const cover = new Uint16Array(width * height);
  for (let k = 0; k < colours.length; k++) {
    const share = bytes[4 * k + 3]! / 255;
    const [red, green, blue] = [0, 1, 2].map(channel => Math.round(bytes[4 * k + channel]! * share));
    colours[k] = (blue! << 16) | (green! << 8) | red!;
    cover[k] = Math.round(256 * share);
  }
  return { width, height, colours, cover };
}

const MOST_KEPT = 2000;
const known = new Map<string, Stamp>();

/** The stamp of a style at a pixel ratio: drawn once, then kept. */
export function stampFor(style: PointStyle, ratio: number): Stamp {
  const key = `${ratio} ${JSON.stringify(style)}`;
  const kept = known.get(key);
  if (kept !== undefined) return kept;
  if (known.size >= MOST_KEPT) known.clear();
  const stamp = drawn(style, ratio);
  known.set(key, stamp);
  return stamp;
}

function drawn({ symbol, size, fill, stroke, strokeWidth, opacity }: PointStyle, ratio: number): Stamp {
  // An odd number of pixels has a middle one.
  const side = 2 * Math.ceil(((size + strokeWidth) * ratio) / 2) + 1;
  const context = new OffscreenCanvas(side, side).getContext('2d', { willReadFrequently: true })!;
  const path = new Path2D(outlineOf(symbol));
  const scale = (size * ratio) / 10;
  context.translate(side / 2, side / 2);
  context.scale(scale, scale);
  context.translate(-5, -5);
  context.globalAlpha = opacity;
  if (fill !== null) {
    context.fillStyle = fill;
    context.fill(path);
  }
  if (stroke !== null && strokeWidth > 0) {
    context.lineWidth = (strokeWidth * ratio) / scale;
    context.strokeStyle = stroke;
    context.stroke(path);
  }
  return stampOf(context.getImageData(0, 0, side, side).data, side, side);
}
