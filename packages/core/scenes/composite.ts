import { quantile } from '../table/quantile';

/** How values become shades: in proportion, or so that every shade is as common as any other. */
export const STRETCHES = ['linear', 'even'] as const;

export interface Stretch {
  readonly stretch: (typeof STRETCHES)[number];
  /** Per cent of the values that are cut off at either end. */
  readonly clip: number;
}

/** Points of a distribution that shades are evened out by. */
const STEPS = 1024;

/**
 * The shade from 0 to 1 of each value; NaN stays NaN. Percentiles are by linear interpolation; a plane that does not vary
 * is half dark.
 *
 * @param plane numbers, NaN where a pixel has none
 */
export function shadesOf(plane: Float64Array, { stretch, clip }: Stretch): Float64Array {
  const sorted = plane.filter(value => !Number.isNaN(value)).sort();
  const least = quantile(sorted, clip / 100);
  const most = quantile(sorted, 1 - clip / 100);
  if (!(most > least)) return plane.map(value => (Number.isNaN(value) ? NaN : 0.5));
  if (stretch === 'linear') {
    return plane.map(value => Math.min(1, Math.max(0, (value - least) / (most - least))));
  }
  const knots = Float64Array.from({ length: STEPS + 1 }, (_, i) =>
    quantile(sorted, clip / 100 + ((1 - clip / 50) * i) / STEPS),
  );
  return plane.map(value => (Number.isNaN(value) ? NaN : rankIn(knots, value)));
}

/** Which share of the way along rising knots a value stands: where knots are equal, in the middle of them. */
function rankIn(knots: Float64Array, value: number): number {
  const last = knots.length - 1;
  const from = firstAt(knots, value, false);
  if (from > last) return 1;
  if (knots[from]! > value) {
    if (from === 0) return 0;
    const [low, high] = [knots[from - 1]!, knots[from]!];
    return (from - 1 + (value - low) / (high - low)) / last;
  }
  return (from + firstAt(knots, value, true) - 1) / 2 / last;
}

/** The first knot that is not below the value, or, where that is asked, above it. */
function firstAt(knots: Float64Array, value: number, above: boolean): number {
  let [low, high] = [0, knots.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (above ? knots[middle]! <= value : knots[middle]! < value) low = middle + 1;
    else high = middle;
  }
  return low;
}

/**
 * A picture of one plane in grey, or of three in red, green and blue: four bytes a pixel; where any plane has no value a
 * pixel is clear.
 */
export function compositeOf(
  planes: readonly Float64Array[],
  stretch: Stretch,
): Uint8ClampedArray<ArrayBuffer> {
  const shades = planes.map(plane => shadesOf(plane, stretch));
  const [red, green, blue] = shades.length === 1 ? [shades[0]!, shades[0]!, shades[0]!] : shades;
  const picture = new Uint8ClampedArray(4 * red!.length);
  for (let pixel = 0; pixel < red!.length; pixel++) {
    const [r, g, b] = [red![pixel]!, green![pixel]!, blue![pixel]!];
    if (Number.isNaN(r + g + b)) continue;
    picture[4 * pixel] = 255 * r;
    picture[4 * pixel + 1] = 255 * g;
    picture[4 * pixel + 2] = 255 * b;
    picture[4 * pixel + 3] = 255;
  }
  return picture;
}
