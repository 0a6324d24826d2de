import { PIECE, pieceEnd } from '../pieces';

/** The power transform (Box and Cox 1964, equation 1): (x^λ − 1) / λ, or ln x where λ is 0. */
export function boxCox(value: number, power: number): number {
  return raised(Math.log(value), power);
}

/** The power transform for all numbers (Yeo and Johnson 2000, equation 2.1). */
export function yeoJohnson(value: number, power: number): number {
  return value >= 0 ? raised(Math.log1p(value), power) : -raised(Math.log1p(-value), 2 - power);
}

/** A power found, and the numbers it was found for, transformed by it. */
export interface FittedPower {
  readonly power: number;
  readonly values: Float64Array;
}

/** The power of greatest likelihood (Box and Cox 1964, section 3), from −5 to 5. */
export function fitBoxCox(values: Float64Array): FittedPower {
  const n = values.length;
  const logs = new Float64Array(n);
  for (let from = 0; from < n; from += PIECE) takeLogs(logs, values, from, pieceEnd(from, n));
  const power = likeliestPower(logs, false);
  for (let from = 0; from < n; from += PIECE) raise(logs, power, false, from, pieceEnd(from, n));
  return { power, values: logs };
}

/** The power of greatest likelihood (Yeo and Johnson 2000, section 3), from −5 to 5. */
export function fitYeoJohnson(values: Float64Array): FittedPower {
  const n = values.length;
  const logs = new Float64Array(n);
  for (let from = 0; from < n; from += PIECE) takeMirroredLogs(logs, values, from, pieceEnd(from, n));
  const power = likeliestPower(logs, true);
  for (let from = 0; from < n; from += PIECE) raise(logs, power, true, from, pieceEnd(from, n));
  return { power, values: logs };
}

function takeLogs(logs: Float64Array, values: Float64Array, from: number, to: number): void {
  for (let i = from; i < to; i++) logs[i] = Math.log(values[i]!);
}

function takeMirroredLogs(logs: Float64Array, values: Float64Array, from: number, to: number): void {
  for (let i = from; i < to; i++) {
    const value = values[i]!;
    logs[i] = value < 0 ? -Math.log1p(-value) : Math.log1p(value);
  }
}

/**
 * Logarithms become what {@link boxCox} or {@link yeoJohnson} makes of their numbers.
 *
 * @param mirrors whether negative ones stand for mirrored numbers
 */
function raise(logs: Float64Array, power: number, mirrors: boolean, from: number, to: number): void {
  for (let i = from; i < to; i++) {
    const log = logs[i]!;
    if (mirrors && log < 0) logs[i] = -raised(-log, 2 - power);
    else logs[i] = raised(log, power);
  }
}

const raised = (log: number, power: number): number =>
  isZero(power) ? log : Math.expm1(power * log) / power;

const isZero = (power: number): boolean => Math.abs(power) < 1e-12;

/** Powers beyond these are no transforms that anyone would read. */
const LEAST = -5;
const MOST = 5;
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
function likeliestPower(logs: Float64Array, mirrors: boolean): number {
  const likelihood = new Likelihood(logs, mirrors);
  let [from, to] = [LEAST, MOST];
  // Where there are many, some of them lead near it.
  let power = logs.length < MANY ? 1 : likeliestPower(everyTenth(logs), mirrors);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const { slope, bend } = likelihood.at(power);
    // Beyond what double precision holds the power is too far from 0.
    if (Number.isFinite(slope) ? slope > 0 : power < 0) from = power;
    else to = power;
    const aim = bend < 0 ? Math.min(MOST, Math.max(LEAST, power - slope / bend)) : NaN;
    const steps = aim >= from && aim <= to && aim !== power;
    const next = steps ? aim : (from + to) / 2;
    if (Math.abs(next - power) <= (steps ? LAST_STEP : TOLERANCE)) return next;
    power = next;
  }
  return power;
}

const everyTenth = (logs: Float64Array): Float64Array =>
  Float64Array.from({ length: Math.floor(logs.length / 10) }, (_, i) => logs[10 * i]!);

/** The log-likelihood of a normal sample at its own mean and variance, as it changes with the power. */
class Likelihood {
  private readonly sum: number;
  /** Σ g, g′, g², g g′, g′², g″, g g″ over the numbers, with g and g′ taken from {@link origin}. */
  private readonly sums = new Float64Array(7);
  /** About where the mean will be, and its derivative: sums from there cost few digits. */
  private readonly origin = new Float64Array(2);

  constructor(
    private readonly logs: Float64Array,
    private readonly mirrors: boolean,
  ) {
    this.sum = sumOf(logs);
  }

  /** Its first and second derivative. */
  at(power: number): { readonly slope: number; readonly bend: number } {
    const { logs, sums, origin } = this;
    const n = logs.length;
    const middle = Float64Array.of(this.sum / n);
    origin.fill(0);
    sums.fill(0);
    this.addSums(middle, power, 0, 1);
    origin.set(sums.subarray(0, 2));
    sums.fill(0);
    for (let from = 0; from < n; from += PIECE) this.addSums(logs, power, from, pieceEnd(from, n));
    const [g = 0, g1 = 0, gg = 0, gg1 = 0, g1g1 = 0, g2 = 0, gg2 = 0] = sums;
    const squares = gg - (g * g) / n;
    const relative = (gg1 - (g * g1) / n) / squares;
    const bend = g1g1 - (g1 * g1) / n + gg2 - (g / n) * g2;
    return { slope: this.sum - n * relative, bend: -n * (bend / squares - 2 * relative * relative) };
  }

  /** Each number's g = (e^(λ l) − 1) / λ and its first two derivatives by λ, near λ l = 0 by their series. */
  private addSums(logs: Float64Array, power: number, from: number, to: number): void {
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
      sg += g;
      sg1 += g1;
      sgg += g * g;
      sgg1 += g * g1;
      sg1g1 += g1 * g1;
      sg2 += g2;
      sgg2 += g * g2;
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

function sumOf(values: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]!;
  return sum;
}
