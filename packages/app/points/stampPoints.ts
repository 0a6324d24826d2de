import type { Stamp } from './stamp';

/** Device pixels on opaque paper, each as alpha, blue, green and red from the high bits down. */
export interface Bitmap {
  readonly width: number;
  readonly height: number;
  readonly pixels: Uint32Array;
}

/** Where points stand on a bitmap: pixels = offset + scale × coordinate. */
export interface Placing {
  readonly x: number;
  readonly y: number;
  readonly scaleX: number;
  readonly scaleY: number;
}

const OPAQUE = 0xff000000;
const RED_AND_BLUE = 0xff00ff;
const GREEN = 0x00ff00;

/**
 * Copies stamps to where points stand, in the order of `indices`, what comes later over what came before (Porter and Duff
 * 1984).
 *
 * @param styleAt the place of each one's stamp, as `indices` has them; null where all have the first
 */
export function stampPoints(
  bitmap: Bitmap,
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  { x: left, y: top, scaleX, scaleY }: Placing,
  indices: Uint32Array,
  stamps: readonly Stamp[],
  styleAt: Uint16Array | null,
): void {
  for (let k = 0; k < indices.length; k++) {
    const i = indices[k]!;
    const stamp = stamps[styleAt === null ? 0 : styleAt[k]!]!;
    const x = Math.round(left + scaleX * xs[i]!) - (stamp.width >> 1);
    const y = Math.round(top + scaleY * ys[i]!) - (stamp.height >> 1);
    put(bitmap, stamp, x, y);
  }
}

function put({ width, height, pixels }: Bitmap, stamp: Stamp, x: number, y: number): void {
  const { colours, cover } = stamp;
  const [fromX, toX] = [Math.max(0, -x), Math.min(stamp.width, width - x)];
  const [fromY, toY] = [Math.max(0, -y), Math.min(stamp.height, height - y)];
  for (let row = fromY; row < toY; row++) {
    let from = row * stamp.width + fromX;
    let to = (y + row) * width + x + fromX;
    for (let column = fromX; column < toX; column++, from++, to++) {
      const covered = cover[from]!;
      if (covered === 0) continue;
      if (covered === 256) pixels[to] = colours[from]! | OPAQUE;
      else {
        const below = pixels[to]!;
        const rest = 256 - covered;
        const others = (((below & RED_AND_BLUE) * rest) >>> 8) & RED_AND_BLUE;
        const green = (((below & GREEN) * rest) >>> 8) & GREEN;
        pixels[to] = (colours[from]! + others + green) | OPAQUE;
      }
    }
  }
}
