import type { Matrix } from '../algebra/matrix';
import { seededRandom } from '../algebra/random';
import { quietHost, stretch, type Host } from '../host';
import { sampled } from '../nearest/sampled';

/** Rows parted into clusters about their means. */
export interface KMeans {
  /** For each row its cluster; cluster 0 has the most rows. */
  readonly cluster: Uint8Array;
  /** Clusters × columns. */
  readonly centres: Matrix;
  /** Σ w d², of each row from the centre of its cluster. */
  readonly within: number;
  /** From how many starts it was found, how many of these led to it, and to how many different ends they led. */
  readonly starts: number;
  readonly reached: number;
  readonly ends: number;
}

/** Where starts differ there are more of them, until so many have led to the best end, for as long as there is time. */
const ENOUGH = 3;
const MORE_WORK = 2.5e5;
const MOST_MORE = 300;
/** Ends whose spread differs by less, as a share, are the same. */
const ALIKE = 1e-9;

const MOST_ROUNDS = 100;
/** Of many rows moving along gains next to nothing after some rounds. */
const MANY = 1000;
const FEW_ROUNDS = 10;
/** Of very many rows a few hardly ever settle: a share that may. */
const UNSETTLED = 0.0005;
/** Of more rows a sample of so many is parted first, and all of them from its centres on. */
export const MOST_ROWS = 5000;

/** Rows coordinate by coordinate beside each other, and a weight per row. */
interface Rows {
  readonly n: number;
  readonly p: number;
  readonly values: Float64Array;
  readonly weights: Float64Array;
}

/**
 * Parts rows into k clusters so that their squared distances from the clusters' weighted means are small (Lloyd 1982; rows
 * one by one at the end, Hartigan 1975), the best of some starts, each from rows drawn far from one another (Arthur and
 * Vassilvitskii 2007). Where they end differently there are more of them, until the best end was met several times.
 *
 * Of very many rows the starts are those of a sample.
 *
 * @param at rows × columns
 * @param weights above 0, or null where all are 1
 * @param starts at least
 * @param k at most the number of distinct rows, 255 at most
 */
export function kMeans(
  at: Matrix,
  weights: Float64Array | null,
  k: number,
  starts: number,
  seed: number,
  host: Host = quietHost,
): KMeans {
  const rows = besideEachOther(at, weights);
  const few = rows.n > MOST_ROWS ? someOf(rows, sampled(rows.n, MOST_ROWS)) : rows;
  const { uniform } = seededRandom(seed);
  let best: Parted | null = null;
  const share = few === rows ? 1 : 0.5;
  const ends: number[] = [];
  const met = (within: number) => ends.filter(end => end <= within * (1 + ALIKE)).length;
  const more = starts > 1 ? Math.min(MOST_MORE, Math.floor(MORE_WORK / (few.n * few.p))) : 0;
  while (ends.length < starts || (ends.length < starts + more && met(best!.within) < ENOUGH)) {
    const done = ends.length;
    const most = done < starts ? starts : starts + more;
    const part = stretch(host, (share * done) / most, (share * (done + 1)) / most);
    const found = movedOneByOne(few, settled(few, drawnCentres(few, k, uniform), part), part);
    if (best === null || found.within < best.within) best = found;
    ends.push(found.within);
  }
  const all = few === rows ? best! : aboutMeans(rows, settled(rows, best!.centres, stretch(host, share, 1)));
  return {
    ...largestFirst(rows, all, k),
    starts: ends.length,
    reached: met(best!.within),
    ends: differentAmong(ends),
  };
}

/** How many ends there are but for rounding. */
function differentAmong(ends: readonly number[]): number {
  const sorted = ends.toSorted((a, b) => a - b);
  return sorted.filter((end, i) => i === 0 || end > sorted[i - 1]! * (1 + ALIKE)).length;
}

interface Parted {
  readonly cluster: Uint8Array;
  readonly centres: Float64Array;
  readonly within: number;
}

function someOf({ p, values, weights }: Rows, places: Uint32Array): Rows {
  const some = new Float64Array(places.length * p);
  places.forEach((from, i) => some.set(values.subarray(from * p, (from + 1) * p), i * p));
  return { n: places.length, p, values: some, weights: Float64Array.from(places, i => weights[i]!) };
}

function besideEachOther({ rows: n, columns: p, values }: Matrix, weights: Float64Array | null): Rows {
  const own = new Float64Array(n * p);
  for (let j = 0; j < p; j++) for (let i = 0; i < n; i++) own[i * p + j] = values[j * n + i]!;
  return { n, p, values: own, weights: weights ?? new Float64Array(n).fill(1) };
}

/** Rows as first centres, each drawn by its squared distance from those drawn before. */
function drawnCentres({ n, p, values, weights }: Rows, k: number, uniform: () => number): Float64Array {
  const centres = new Float64Array(k * p);
  const nearest = new Float64Array(n).fill(Infinity);
  let row = drawn(weights, uniform);
  for (let c = 0; c < k; c++) {
    centres.set(values.subarray(row * p, (row + 1) * p), c * p);
    if (c === k - 1) break;
    const chances = new Float64Array(n);
    for (let i = 0; i < n; i++) {
      nearest[i] = Math.min(nearest[i]!, squareBetween(values, i * p, centres, c * p, p));
      chances[i] = weights[i]! * nearest[i]!;
    }
    row = drawn(chances, uniform);
  }
  return centres;
}

/** A place drawn by its chance. */
function drawn(chances: Float64Array, uniform: () => number): number {
  let left = uniform() * chances.reduce((sum, chance) => sum + chance, 0);
  let last = 0;
  for (let i = 0; i < chances.length; i++) {
    if (chances[i]! <= 0) continue;
    last = i;
    left -= chances[i]!;
    if (left < 0) break;
  }
  return last;
}

/**
 * Rows to their nearest centre, centres to the means of their rows, until no row changes. Of each row an upper bound of the
 * distance to its centre and a lower bound of that to any other are kept as centres move (Hamerly 2010): where these are
 * apart, the row stays without a look at any centre.
 */
function settled(rows: Rows, centres: Float64Array, host: Host): Parted {
  const { n, p, values } = rows;
  const k = centres.length / p;
  const cluster = new Uint8Array(n);
  const upper = new Float64Array(n);
  const lower = new Float64Array(n);
  for (let i = 0; i < n; i++) nearestTwo(rows, i, centres, cluster, upper, lower);
  for (let round = 1, changes = n; round < MOST_ROUNDS; round++) {
    if (changes <= (n > MOST_ROWS ? UNSETTLED * n : 0)) break;
    host.progress(round / MOST_ROUNDS);
    const moves = movedToMeans(rows, cluster, centres);
    const [first, second] = largestTwo(moves);
    const half = halfToNearest(centres, k, p);
    changes = 0;
    for (let i = 0; i < n; i++) {
      const own = cluster[i]!;
      upper[i]! += moves[own]!;
      lower[i]! -= own === first ? moves[second]! : moves[first]!;
      const bound = APART * Math.max(lower[i]!, half[own]!);
      if (upper[i]! < bound) continue;
      upper[i] = Math.sqrt(squareBetween(values, i * p, centres, own * p, p));
      if (upper[i]! < bound) continue;
      nearestTwo(rows, i, centres, cluster, upper, lower);
      if (cluster[i] !== own) changes++;
    }
  }
  let within = 0;
  for (let i = 0; i < n; i++) {
    within += rows.weights[i]! * squareBetween(values, i * p, centres, cluster[i]! * p, p);
  }
  return { cluster, centres, within };
}

/** Bounds hold but for rounding. */
const APART = 1 - 1e-9;

/** Finds the nearest centre of a row, and how far it and the next are. */
function nearestTwo(
  { p, values }: Rows,
  i: number,
  centres: Float64Array,
  cluster: Uint8Array,
  upper: Float64Array,
  lower: Float64Array,
): void {
  let [own, least, next] = [0, Infinity, Infinity];
  for (let c = 0; c * p < centres.length; c++) {
    const square = squareBetween(values, i * p, centres, c * p, p);
    if (square < least) [own, least, next] = [c, square, least];
    else if (square < next) next = square;
  }
  cluster[i] = own;
  upper[i] = Math.sqrt(least);
  lower[i] = Math.sqrt(next);
}

/** Moves centres to the means of their rows. @returns how far each moved; one that lost all of its rows stays where it is */
function movedToMeans(
  { n, p, values, weights }: Rows,
  cluster: Uint8Array,
  centres: Float64Array,
): Float64Array {
  const k = centres.length / p;
  const sums = new Float64Array(k * p);
  const sizes = new Float64Array(k);
  for (let i = 0; i < n; i++) {
    const [c, w] = [cluster[i]!, weights[i]!];
    sizes[c]! += w;
    for (let j = 0; j < p; j++) sums[c * p + j]! += w * values[i * p + j]!;
  }
  return Float64Array.from(sizes, (size, c) => {
    if (!(size > 0)) return 0;
    let square = 0;
    for (let j = c * p; j < (c + 1) * p; j++) {
      const mean = sums[j]! / size;
      square += (mean - centres[j]!) ** 2;
      centres[j] = mean;
    }
    return Math.sqrt(square);
  });
}

/** The places of the largest and the next number; of one alone twice that. */
function largestTwo(numbers: Float64Array): [number, number] {
  const order = [...numbers.keys()].sort((a, b) => numbers[b]! - numbers[a]!);
  return [order[0]!, order[1] ?? order[0]!];
}

/** Half of each centre's distance from the nearest other: a row nearer than that to it has no nearer centre. */
const halfToNearest = (centres: Float64Array, k: number, p: number): Float64Array =>
  Float64Array.from({ length: k }, (_, c) => {
    let least = Infinity;
    for (let other = 0; other < k; other++) {
      if (other !== c) least = Math.min(least, squareBetween(centres, c * p, centres, other * p, p));
    }
    return Math.sqrt(least) / 2;
  });

/** The same clusters with their means as centres, and what is left about these. */
function aboutMeans({ n, p, values, weights }: Rows, { cluster, centres }: Parted): Parted {
  const k = centres.length / p;
  const means = new Float64Array(k * p);
  const sizes = new Float64Array(k);
  for (let i = 0; i < n; i++) {
    const c = cluster[i]!;
    sizes[c]! += weights[i]!;
    for (let j = 0; j < p; j++) {
      means[c * p + j]! += (weights[i]! * (values[i * p + j]! - means[c * p + j]!)) / sizes[c]!;
    }
  }
  let within = 0;
  for (let i = 0; i < n; i++) {
    within += weights[i]! * squareBetween(values, i * p, means, cluster[i]! * p, p);
  }
  return { cluster, centres: means, within };
}

/** Moves row after row to the cluster where less is left, which means that moving along are minded, until none gains. */
function movedOneByOne(rows: Rows, { cluster, centres }: Parted, host: Host): Parted {
  const { n, p, values, weights } = rows;
  const k = centres.length / p;
  const sizes = new Float64Array(k);
  for (let i = 0; i < n; i++) sizes[cluster[i]!]! += weights[i]!;
  const shift = (c: number, i: number, by: number): void => {
    sizes[c]! += by;
    for (let j = 0; j < p; j++) {
      centres[c * p + j]! += (by * (values[i * p + j]! - centres[c * p + j]!)) / sizes[c]!;
    }
  };
  const most = n > MANY ? FEW_ROUNDS : MOST_ROUNDS;
  for (let round = 0, moves = 1; round < most && moves > 0; round++) {
    host.progress(1);
    moves = 0;
    for (let i = 0; i < n; i++) {
      const [own, w] = [cluster[i]!, weights[i]!];
      // The last row of a cluster stays.
      if (!(sizes[own]! - w > 1e-9 * sizes[own]!)) continue;
      const lost = (sizes[own]! / (sizes[own]! - w)) * squareBetween(values, i * p, centres, own * p, p);
      let [best, least] = [own, lost * (1 - 1e-12)];
      for (let c = 0; c < k; c++) {
        if (c === own) continue;
        const won = (sizes[c]! / (sizes[c]! + w)) * squareBetween(values, i * p, centres, c * p, p);
        if (won < least) [best, least] = [c, won];
      }
      if (best === own) continue;
      shift(own, i, -w);
      shift(best, i, w);
      cluster[i] = best;
      moves++;
    }
  }
  return settled(rows, centres, host);
}

function squareBetween(a: Float64Array, from: number, b: Float64Array, to: number, p: number): number {
  let square = 0;
  for (let j = 0; j < p; j++) {
    const d = a[from + j]! - b[to + j]!;
    square += d * d;
  }
  return square;
}

function largestFirst(
  { n, p, weights }: Rows,
  { cluster, centres, within }: { cluster: Uint8Array; centres: Float64Array; within: number },
  k: number,
): Pick<KMeans, 'cluster' | 'centres' | 'within'> {
  const sizes = new Float64Array(k);
  for (let i = 0; i < n; i++) sizes[cluster[i]!]! += weights[i]!;
  const order = [...sizes.keys()].sort((a, b) => sizes[b]! - sizes[a]! || a - b);
  const placeOf = new Uint8Array(k);
  order.forEach((c, place) => (placeOf[c] = place));
  const ordered = { rows: k, columns: p, values: new Float64Array(k * p) };
  order.forEach((c, place) => {
    for (let j = 0; j < p; j++) ordered.values[j * k + place] = centres[c * p + j]!;
  });
  return { cluster: cluster.map(c => placeOf[c]!), centres: ordered, within };
}
