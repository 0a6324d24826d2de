import { meanOf, weightOf, type Weights } from '../table/moments';
import { PIECE, pieceEnd } from '../pieces';

/** A power found, and the numbers it was found for, transformed by it. */
export interface FittedPower {
  readonly power: number;
  /** Whether it stands at the end of the range that was looked through: a further one might do better. */
  readonly atBound: boolean;
  /** The number that becomes 0: the geometric mean, for Yeo and Johnson's of the numbers taken one step from 0. */
  readonly centre: number;
  readonly values: Float64Array;
}

/**
 * The power transform relative to the geometric mean g, in the unit of the numbers: g ((x / g)^λ − 1) / λ, or g ln (x /
 * g) where λ is 0. It is (x^λ − 1) / (λ g^(λ − 1)) (Box and Cox 1964, equation 8) but for a constant that grows beyond
 * all digits where numbers lie far from 0.
 */
export function boxCox(value: number, power: number, centre: number): number {
  return centre * raised(logRatio(value, centre), power);
}

/**
 * The power transform for all numbers ψ (Yeo and Johnson 2000, equation 2.1) about a centre c, in the unit of the
 * numbers: (ψ(x) − ψ(c)) / ψ′(c), which keeps its digits where numbers lie far from 0.
 */
export function yeoJohnson(value: number, power: number, centre: number): number {
  if (centre < 0) return -yeoJohnson(-value, 2 - power, -centre);
  const size = 1 + centre;
  if (value >= 0) return size * raised(logRatio(1 + value, size, value - centre), power);
  const log = Math.log1p(centre);
  return -Math.exp((1 - power) * log) * raised(Math.log1p(-value), 2 - power) + size * raised(-log, power);
}

/** The power of greatest likelihood (Box and Cox 1964, section 3), from −5 to 5 or, of numbers close together, beyond. */
export function fitBoxCox(values: Float64Array, weights: Weights = null): FittedPower {
  return fitPositive(values, 0, weights);
}

/** The power of greatest likelihood (Yeo and Johnson 2000, section 3), from −5 to 5 or, of numbers close together, beyond. */
export function fitYeoJohnson(values: Float64Array, weights: Weights = null): FittedPower {
  if (values.every(value => value >= 0)) return fitPositive(values, 1, weights);
  if (values.every(value => value <= 0)) {
    const {
      power,
      atBound,
      centre,
      values: mirrored,
    } = fitPositive(
      values.map(value => -value),
      1,
      weights,
    );
    return { power: 2 - power, atBound, centre: -centre, values: mirrored.map(value => -value) };
  }
  const n = values.length;
  const logs = new Float64Array(n);
  for (let from = 0; from < n; from += PIECE) takeMirroredLogs(logs, values, from, pieceEnd(from, n));
  const { power, atBound } = likeliestPower(logs, weights, true);
  const mean = meanOf(logs, weights);
  const centre = mean < 0 ? -Math.expm1(-mean) : Math.expm1(mean);
  return { power, atBound, centre, values: values.map(value => yeoJohnson(value, power, centre)) };
}

/** Of numbers that are above 0 once `step` is added to them. */
function fitPositive(values: Float64Array, step: number, weights: Weights): FittedPower {
  const n = values.length;
  const logs = new Float64Array(n);
  const middle = meanOf(values, weights);
  for (let from = 0; from < n; from += PIECE) takeLogs(logs, values, middle, step, from, pieceEnd(from, n));
  const mean = meanOf(logs, weights);
  for (let i = 0; i < n; i++) logs[i]! -= mean;
  const { power, atBound } = likeliestPower(logs, weights, false);
  // From the mean, since the step may be all that its first digits tell.
  const centre = middle + (middle + step) * Math.expm1(mean);
  for (let from = 0; from < n; from += PIECE) raise(logs, power, centre + step, from, pieceEnd(from, n));
  return { power, atBound, centre, values: logs };
}

/** Logarithms of numbers over their mean. */
function takeLogs(
  logs: Float64Array,
  values: Float64Array,
  mean: number,
  step: number,
  from: number,
  to: number,
): void {
  const size = mean + step;
  for (let i = from; i < to; i++) logs[i] = logRatio(values[i]! + step, size, values[i]! - mean);
}

/** ln (x / size), from the difference of the two where they are near each other. */
function logRatio(value: number, size: number, difference = value - size): number {
  const relative = difference / size;
  return relative > -0.5 && relative < 1 ? Math.log1p(relative) : Math.log(value / size);
}

function takeMirroredLogs(logs: Float64Array, values: Float64Array, from: number, to: number): void {
  for (let i = from; i < to; i++) {
    const value = values[i]!;
    logs[i] = value < 0 ? -Math.log1p(-value) : Math.log1p(value);
  }
}

/** Logarithms become what the power makes of their numbers. */
function raise(logs: Float64Array, power: number, size: number, from: number, to: number): void {
  for (let i = from; i < to; i++) logs[i] = size * raised(logs[i]!, power);
}

/** (e^(λ l) − 1) / λ. */
const raised = (log: number, power: number): number =>
  isZero(power) ? log : Math.expm1(power * log) / power;

const isZero = (power: number): boolean => Math.abs(power) < 1e-12;

/** Powers as far as this are looked through in any case. */
const REACH = 5;
/** Of numbers close together, powers until their farthest logarithm times the power is as large as this. */
const STEEPEST = 20;
const TOLERANCE = 1e-10;
/** After a step of Newton's as short as this, what is left is of the order of its square. */
const LAST_STEP = 1e-5;
const MOST_ROUNDS = 100;
const MANY = 2000;

/**
 * By Newton's steps to where the likelihood's slope is 0, and by halving where these lead out of the bracket.
 *
 * @param mirrors whether negative logarithms stand for mirrored numbers, which take the power 2 − λ
 */
function likeliestPower(
  logs: Float64Array,
  weights: Weights,
  mirrors: boolean,
): { readonly power: number; readonly atBound: boolean } {
  let farthest = 0;
  for (let i = 0; i < logs.length; i++) farthest = Math.max(farthest, Math.abs(logs[i]!));
  if (farthest === 0) return { power: 1, atBound: false };
  const reach = Math.max(REACH, STEEPEST / farthest);
  const power = searched(logs, weights, mirrors, reach);
  return { power, atBound: Math.abs(power) >= reach * (1 - TOLERANCE) };
}

function searched(logs: Float64Array, weights: Weights, mirrors: boolean, reach: number): number {
  const likelihood = new Likelihood(logs, weights, mirrors);
  let [from, to] = [-reach, reach];
  // Where there are many, some of them lead near it.
  const many = logs.length >= MANY;
  let power = many ? searched(everyTenth(logs), weights && everyTenth(weights), mirrors, reach) : 1;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const { slope, bend } = likelihood.at(power);
    // Beyond what double precision holds the power is too far from 0.
    if (Number.isFinite(slope) ? slope > 0 : power < 0) from = power;
    else to = power;
    const aim = bend < 0 ? Math.min(reach, Math.max(-reach, power - slope / bend)) : NaN;
    const steps = aim >= from && aim <= to && aim !== power;
    const next = steps ? aim : (from + to) / 2;
    if (Math.abs(next - power) <= (steps ? LAST_STEP : TOLERANCE)) return next;
    power = next;
  }
  return power;
}

const everyTenth = (numbers: ArrayLike<number>): Float64Array =>
  Float64Array.from({ length: Math.floor(numbers.length / 10) }, (_, i) => numbers[10 * i]!);

/** The log-likelihood of a normal sample at its own mean and variance, as it changes with the power. */
class Likelihood {
  private readonly sum: number;
  /** How often the numbers count together. */
  private readonly n: number;
  /** Σ g, g′, g², g g′, g′², g″, g g″ over the numbers, with g and g′ taken from {@link origin}. */
  private readonly sums = new Float64Array(7);
  /** About where the mean will be, and its derivative: sums from there cost few digits. */
  private readonly origin = new Float64Array(2);

  constructor(
    private readonly logs: Float64Array,
    private readonly weights: Weights,
    private readonly mirrors: boolean,
  ) {
    this.n = weightOf(logs, weights);
    this.sum = this.n * meanOf(logs, weights);
  }

  /** Its first and second derivative. */
  at(power: number): { readonly slope: number; readonly bend: number } {
    const { logs, weights, sums, origin, n } = this;
    const middle = Float64Array.of(this.sum / n);
    origin.fill(0);
    sums.fill(0);
    this.addSums(middle, null, power, 0, 1);
    origin.set(sums.subarray(0, 2));
    sums.fill(0);
    for (let from = 0; from < logs.length; from += PIECE) {
      this.addSums(logs, weights, power, from, pieceEnd(from, logs.length));
    }
    const [g = 0, g1 = 0, gg = 0, gg1 = 0, g1g1 = 0, g2 = 0, gg2 = 0] = sums;
    const squares = gg - (g * g) / n;
    const relative = (gg1 - (g * g1) / n) / squares;
    const bend = g1g1 - (g1 * g1) / n + gg2 - (g / n) * g2;
    return { slope: this.sum - n * relative, bend: -n * (bend / squares - 2 * relative * relative) };
  }

  /** Each number's g = (e^(λ l) − 1) / λ and its first two derivatives by λ, near λ l = 0 by their series. */
  private addSums(logs: Float64Array, weights: Weights, power: number, from: number, to: number): void {
    const { mirrors, sums } = this;
    const [origin = 0, origin1 = 0] = this.origin;
    const byPower = 1 / power;
    const byMirrored = 1 / (2 - power);
    let sg = 0;
    let sg1 = 0;
    let sgg = 0;
    let sgg1 = 0;
    let sg1g1 = 0;
    let sg2 = 0;
    let sgg2 = 0;
    for (let i = from; i < to; i++) {
      const log = logs[i]!;
      const mirrored = mirrors && log < 0;
      const sign = mirrored ? -1 : 1;
      const l = mirrored ? -log : log;
      const t = mirrored ? (2 - power) * l : power * l;
      let g: number;
      let g1: number;
      let g2: number;
      if (t > 0.02 || t < -0.02) {
        const e = Math.exp(t);
        const by = mirrored ? byMirrored : byPower;
        g = (e - 1) * by;
        g1 = (l * e - g) * by;
        g2 = (l * l * e - 2 * g1) * by;
      } else {
        g = l * (1 + t * (1 / 2 + t * (1 / 6 + t * (1 / 24 + t / 120))));
        g1 = l * l * (1 / 2 + t * (1 / 3 + t * (1 / 8 + t * (1 / 30 + t / 144))));
        g2 = l * l * l * (1 / 3 + t * (1 / 4 + t * (1 / 10 + t / 36)));
      }
      g = sign * g - origin;
      g1 -= origin1;
      g2 *= sign;
      const w = weights === null ? 1 : weights[i]!;
      sg += w * g;
      sg1 += w * g1;
      sgg += w * g * g;
      sgg1 += w * g * g1;
      sg1g1 += w * g1 * g1;
      sg2 += w * g2;
      sgg2 += w * g * g2;
    }
    sums[0]! += sg;
    sums[1]! += sg1;
    sums[2]! += sgg;
    sums[3]! += sgg1;
    sums[4]! += sg1g1;
    sums[5]! += sg2;
    sums[6]! += sgg2;
  }
}
