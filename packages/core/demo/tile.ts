import { seededRandom } from '../algebra/random';
import { writeGeoTiff } from '../scenes/writeGeoTiff';

/** What the picture was made from. */
export interface TileTruth {
  /** Nanometres of the bands. */
  readonly wavelengths: readonly number[];
  /** How much of the drawing lies beneath each pixel, from 0 to 1, line by line. */
  readonly underdrawing: Float32Array;
  /** The pigment that covers most of each pixel. */
  readonly pigments: readonly string[];
  readonly pigmentOf: Uint8Array;
}

/** Pixels along each side, and bands. */
const SIDE = 192;
const BANDS = 24;
const FIRST = 400;
const LAST = 1090;

/** Reflectances of the pigments, as sums of bends over wavelength: where, how wide, and how high a step up or a bump is. */
const PIGMENTS: readonly {
  readonly name: string;
  readonly base: number;
  readonly steps: readonly (readonly [number, number, number])[];
  readonly bumps: readonly (readonly [number, number, number])[];
}[] = [
  { name: 'white glaze', base: 0.72, steps: [[430, 25, 0.12]], bumps: [[980, 70, -0.05]] },
  { name: 'cobalt blue', base: 0.1, steps: [[720, 22, 0.42]], bumps: [[450, 45, 0.28]] },
  { name: 'copper green', base: 0.08, steps: [[1040, 60, 0.1]], bumps: [[525, 42, 0.34]] },
  { name: 'iron red', base: 0.07, steps: [[595, 24, 0.4]], bumps: [[870, 60, -0.14]] },
];

/** The drawing is soot: seen through the paint beyond the visible alone, and little. */
const DRAWN = 0.085;
const SEEN_FROM = 860;
const SEEN_OVER = 45;
const NOISE = 0.006;
/** Reflectances are written as whole numbers up to this. */
const FULL = 10_000;

/**
 * A painted tile of the Tavering potters in 24 bands, as a GeoTIFF of whole numbers (reflectance × 10,000) with the truth it
 * was made from: spectra of four pigments mixed, light that falls off to a side, noise, and a drawing beneath the paint.
 *
 * @param seed another seed gives other noise, and `moved` a drawing and a pattern turned by so much
 */
export function tile(seed = 1893, moved = 0): { pieces: Uint8Array<ArrayBuffer>[]; truth: TileTruth } {
  const random = seededRandom(seed);
  const wavelengths = Array.from({ length: BANDS }, (_, j) => FIRST + ((LAST - FIRST) / (BANDS - 1)) * j);
  const spectra = PIGMENTS.map(({ base, steps, bumps }) =>
    wavelengths.map(
      nm =>
        base +
        steps.reduce((sum, [at, wide, high]) => sum + high / (1 + Math.exp((at - nm) / wide)), 0) +
        bumps.reduce((sum, [at, wide, high]) => sum + high * Math.exp(-(((nm - at) / wide) ** 2)), 0),
    ),
  );
  const seen = wavelengths.map(nm => 1 / (1 + Math.exp((SEEN_FROM - nm) / SEEN_OVER)));
  const pixels = SIDE * SIDE;
  const bands = wavelengths.map(() => new Uint16Array(pixels));
  const underdrawing = new Float32Array(pixels);
  const pigmentOf = new Uint8Array(pixels);
  const share = new Float64Array(PIGMENTS.length);
  for (let pixel = 0; pixel < pixels; pixel++) {
    const x = ((pixel % SIDE) + 0.5) / SIDE - 0.5;
    const y = (Math.floor(pixel / SIDE) + 0.5) / SIDE - 0.5;
    cover(x, y, moved, share);
    pigmentOf[pixel] = largest(share);
    const drawn = drawnAt(x, y, moved);
    underdrawing[pixel] = drawn;
    const light = 1 - 0.05 * (x + 0.5) - 0.02 * (y + 0.5);
    for (let j = 0; j < BANDS; j++) {
      let reflectance = 0;
      for (let k = 0; k < PIGMENTS.length; k++) reflectance += share[k]! * spectra[k]![j]!;
      const value = light * (reflectance - DRAWN * drawn * seen[j]!) + NOISE * random.normal();
      bands[j]![pixel] = Math.max(0, Math.min(FULL, Math.round(value * FULL)));
    }
  }
  const pieces = writeGeoTiff(
    {
      width: SIDE,
      height: SIDE,
      bands: wavelengths.map((wavelength, j) => ({
        name: `${Math.round(wavelength)} nm`,
        wavelength,
        values: bands[j]!,
      })),
      noData: null,
      place: null,
    },
    { packed: 'deflate' },
  );
  return {
    pieces,
    truth: { wavelengths, underdrawing, pigments: PIGMENTS.map(({ name }) => name), pigmentOf },
  };
}

/** How much of each pigment covers a place of the tile: a rosette in a ring, with leaves in the corners. */
function cover(x: number, y: number, turned: number, share: Float64Array): void {
  const radius = Math.hypot(x, y);
  const angle = Math.atan2(y, x) + turned;
  const petals = 0.17 + 0.075 * Math.cos(8 * angle);
  const blue = within(petals - radius) * (1 - within(0.055 - radius));
  const red = within(0.055 - radius) + within(0.018 - Math.abs(radius - 0.36));
  const [cornerX, cornerY] = [0.5 - Math.abs(x), 0.5 - Math.abs(y)];
  const leaf = 0.19 + 0.05 * Math.cos(6 * Math.atan2(cornerY, cornerX) + turned);
  const green = within(leaf - Math.hypot(cornerX, cornerY)) + 0.7 * within(0.03 - Math.abs(radius - 0.27));
  share[1] = Math.min(1, blue);
  share[3] = Math.min(1 - share[1]!, red);
  share[2] = Math.min(1 - share[1]! - share[3]!, green);
  share[0] = 1 - share[1]! - share[2]! - share[3]!;
}

/** From 0 to 1 over an edge that is a pixel or two soft. */
const within = (depth: number): number => 1 / (1 + Math.exp(-depth / 0.006));

/** The drawing: a fish in a wave, which has nothing to do with the pattern that was painted over it. */
function drawnAt(x: number, y: number, turned: number): number {
  const [u, v] = [x + 0.04 + 0.05 * turned, y - 0.02];
  const body = (u / 0.3) ** 2 + (v / 0.13) ** 2;
  const outline = line(Math.sqrt(body) - 1, 0.06);
  const tail = u > 0.26 ? line(Math.abs(v) - (u - 0.27) * 0.9, 0.011) * (u < 0.42 ? 1 : 0) : 0;
  const scales =
    body < 0.82 && u > -0.14 ? 0.8 * line(Math.sin(46 * u) * 0.5 + Math.sin(60 * v) * 0.5, 0.12) : 0;
  const eye = line(Math.hypot(u + 0.21, v + 0.02) - 0.016, 0.008);
  const wave =
    line(v - 0.27 - 0.035 * Math.sin(22 * u), 0.012) + line(v + 0.26 + 0.03 * Math.sin(17 * u), 0.012);
  return Math.min(1, outline + tail + scales + eye + wave);
}

/** 1 on a line, falling to 0 off it. */
const line = (distance: number, breadth: number): number => Math.exp(-((distance / breadth) ** 2));

function largest(values: Float64Array): number {
  let best = 0;
  for (let i = 1; i < values.length; i++) if (values[i]! > values[best]!) best = i;
  return best;
}
