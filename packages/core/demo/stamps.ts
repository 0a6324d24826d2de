import { seededRandom, type Random } from '../algebra/random';

/** The families of stamps, each cut by one potter's house. */
const FAMILIES = [
  'ring',
  'cross',
  'chevron',
  'comb',
  'lattice',
  'hook',
  'eye',
  'fishbone',
  'wedge',
  'wave',
] as const;

const WEAR = ['fresh', 'used', 'worn'] as const;

/** A point of the unit square, from the middle. */
type Point = readonly [number, number];
/** Points that a stroke runs through. */
type Stroke = readonly Point[];

/** What the table was made from. */
export interface StampsTruth {
  readonly families: readonly string[];
  readonly wear: readonly string[];
  readonly pixels: number;
}

/** Half of a stroke's breadth, and how soft its edge is, in parts of the picture. */
const BREADTH = 0.055;
const SOFT = 0.05;

/**
 * Pictures of potters' stamps of the Tavering valley, as a CSV with the truth it was made from: ten families of strokes,
 * each impression turned, moved, stretched, pressed more or less and worn in places. A pixel is a whole number from 0 to
 * 255, its column named by its line and place in it.
 *
 * @param rows how many impressions
 * @param pixels along each side
 * @param seed another seed gives other impressions
 */
export function stamps(rows = 12_000, pixels = 20, seed = 1887): { csv: string; truth: StampsTruth } {
  const csv = [...stampLines(rows, pixels, seed)].join('');
  return { csv, truth: { families: FAMILIES, wear: WEAR, pixels } };
}

/** Rows that are written at once. */
const AT_ONCE = 500;

/** The lines of {@link stamps} in pieces, since all of very many make too long a text. */
export function* stampLines(rows: number, pixels: number, seed = 1887): Generator<string> {
  const random = seededRandom(seed);
  const cut = FAMILIES.map(strokesOf);
  const names = Array.from(
    { length: pixels * pixels },
    (_, at) => `r${Math.floor(at / pixels) + 1}c${(at % pixels) + 1}`,
  );
  let lines = `${['stamp', 'family', 'wear', ...names].join(',')}\n`;
  const picture = new Float64Array(pixels * pixels);
  for (let row = 0; row < rows; row++) {
    const family = random.whole(FAMILIES.length);
    const wear = random.whole(WEAR.length);
    press(cut[family]!, wear, random, picture, pixels);
    const entries = Array.from(picture, value => Math.round(255 * value));
    lines += `S${String(row + 1).padStart(5, '0')},${FAMILIES[family]},${WEAR[wear]},${entries.join(',')}\n`;
    if (row % AT_ONCE === AT_ONCE - 1) {
      yield lines;
      lines = '';
    }
  }
  yield lines;
}

/** One impression of a stamp, from 0 to 1 a pixel. */
function press(
  strokes: readonly Stroke[],
  wear: number,
  random: Random,
  picture: Float64Array,
  pixels: number,
): void {
  const angle = 0.22 * random.normal();
  const [across, down] = [1 + 0.08 * random.normal(), 1 + 0.08 * random.normal()];
  const slant = 0.1 * random.normal();
  const [x0, y0] = [0.05 * random.normal(), 0.05 * random.normal()];
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const moved = strokes.map(stroke =>
    stroke.map(([x, y]): Point => {
      const [u, v] = [across * (x + slant * y), down * y];
      return [x0 + cos * u - sin * v, y0 + sin * u + cos * v];
    }),
  );
  const pieces = piecesOf(moved);
  const breadth = BREADTH * (1 + 0.15 * random.normal());
  const strength = (0.95 - 0.16 * wear) * (1 - 0.12 * random.uniform());
  // What wear has taken: round patches.
  const patches = Array.from({ length: wear }, () => [random.uniform() - 0.5, random.uniform() - 0.5, 0.1 + 0.12 * random.uniform()] as const); // prettier-ignore
  for (let at = 0; at < picture.length; at++) {
    const x = ((at % pixels) + 0.5) / pixels - 0.5;
    const y = (Math.floor(at / pixels) + 0.5) / pixels - 0.5;
    const near = Math.sqrt(squareTo(pieces, x, y));
    let value = strength * Math.max(0, Math.min(1, 1 - (near - breadth) / SOFT));
    for (const [px, py, radius] of patches) {
      if ((x - px) * (x - px) + (y - py) * (y - py) < radius * radius) value *= 0.25;
    }
    if (value > 0) value += 0.05 * random.normal();
    picture[at] = Math.max(0, Math.min(1, value));
  }
}

/** The pieces of strokes: from where, how far along both ways, and one over the square of their length. */
function piecesOf(strokes: readonly Stroke[]): Float64Array {
  const pieces: number[] = [];
  for (const stroke of strokes) {
    for (let k = 1; k < stroke.length; k++) {
      const [x, y] = stroke[k - 1]!;
      const [dx, dy] = [stroke[k]![0] - x, stroke[k]![1] - y];
      pieces.push(x, y, dx, dy, 1 / (dx * dx + dy * dy || 1));
    }
  }
  return Float64Array.from(pieces);
}

function squareTo(pieces: Float64Array, x: number, y: number): number {
  let least = Infinity;
  for (let k = 0; k < pieces.length; k += 5) {
    const px = x - pieces[k]!;
    const py = y - pieces[k + 1]!;
    const dx = pieces[k + 2]!;
    const dy = pieces[k + 3]!;
    const share = (px * dx + py * dy) * pieces[k + 4]!;
    const along = share < 0 ? 0 : share > 1 ? 1 : share;
    const [ox, oy] = [px - along * dx, py - along * dy];
    const square = ox * ox + oy * oy;
    if (square < least) least = square;
  }
  return least;
}

/** A part of a circle, in turns. */
function arc([x, y]: Point, radius: number, from: number, to: number): Stroke {
  const steps = 10;
  return Array.from({ length: steps + 1 }, (_, k): Point => {
    const angle = 2 * Math.PI * (from + ((to - from) * k) / steps);
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
  });
}

function strokesOf(family: (typeof FAMILIES)[number]): readonly Stroke[] {
  switch (family) {
    case 'ring':
      return [arc([0, 0], 0.28, 0, 1)];
    case 'cross':
      return [[[-0.28, 0], [0.28, 0]], [[0, -0.28], [0, 0.28]]]; // prettier-ignore
    case 'chevron':
      return [[[-0.3, 0.05], [0, -0.22], [0.3, 0.05]], [[-0.3, 0.28], [0, 0.01], [0.3, 0.28]]]; // prettier-ignore
    case 'comb':
      return [-0.24, 0, 0.24].map((x): Stroke => [[x, -0.28], [x, 0.28]]); // prettier-ignore
    case 'lattice':
      return [[[-0.28, -0.1], [0.1, 0.28]], [[-0.1, -0.28], [0.28, 0.1]], [[-0.28, 0.1], [0.1, -0.28]], [[-0.1, 0.28], [0.28, -0.1]]]; // prettier-ignore
    case 'hook':
      return [arc([0, 0], 0.26, 0.05, 0.7), [[0.25, 0.05], [0.25, 0.3]]]; // prettier-ignore
    case 'eye':
      return [arc([0, 0], 0.3, 0, 1), arc([0, 0], 0.07, 0, 1)];
    case 'fishbone':
      return [[[0, -0.3], [0, 0.3]], ...[-0.2, 0, 0.2].flatMap((y): Stroke[] => [[[0, y], [0.22, y - 0.14]], [[0, y], [-0.22, y - 0.14]]])]; // prettier-ignore
    case 'wedge':
      return [[[-0.28, 0.24], [0.28, 0.24], [0, -0.28], [-0.28, 0.24]]]; // prettier-ignore
    case 'wave':
      return [-0.15, 0.15].map((y): Stroke =>
        Array.from({ length: 13 }, (_, k): Point => [-0.3 + 0.05 * k, y + 0.1 * Math.sin((k * Math.PI) / 3)]),
      );
  }
}
