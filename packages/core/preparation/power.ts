/** The power transform (Box and Cox 1964, equation 1): (x^λ − 1) / λ, or ln x where λ is 0. */
export function boxCox(value: number, power: number): number {
  return isZero(power) ? Math.log(value) : Math.expm1(power * Math.log(value)) / power;
}

/** The power transform for all numbers (Yeo and Johnson 2000, equation 2.1). */
export function yeoJohnson(value: number, power: number): number {
  if (value >= 0) {
    return isZero(power) ? Math.log1p(value) : Math.expm1(power * Math.log1p(value)) / power;
  }
  const mirrored = 2 - power;
  return isZero(mirrored) ? -Math.log1p(-value) : -Math.expm1(mirrored * Math.log1p(-value)) / mirrored;
}

/** The power of greatest likelihood (Box and Cox 1964, section 3), from −5 to 5. */
export function boxCoxPower(values: Float64Array): number {
  const logs = new Float64Array(values.length);
  for (let i = 0; i < values.length; i++) logs[i] = Math.log(values[i]!);
  return likeliestPower(logs, false);
}

/** The power of greatest likelihood (Yeo and Johnson 2000, section 3), from −5 to 5. */
export function yeoJohnsonPower(values: Float64Array): number {
  const logs = new Float64Array(values.length);
  for (let i = 0; i < values.length; i++) {
    const value = values[i]!;
    logs[i] = value < 0 ? -Math.log1p(-value) : Math.log1p(value);
  }
  return likeliestPower(logs, true);
}

const isZero = (power: number): boolean => Math.abs(power) < 1e-12;

/** Powers beyond these are no transforms that anyone would read. */
const LEAST = -5;
const MOST = 5;
const TOLERANCE = 1e-10;
/** After a step of Newton's as short as this, what is left is of the order of its square. */
const LAST_STEP = 1e-5;
const MOST_ROUNDS = 100;

/**
 * By Newton's steps to where the likelihood's slope is 0, and by halving where these lead out of the bracket.
 *
 * @param mirrors whether negative logarithms stand for mirrored numbers, which take the power 2 − λ
 */
function likeliestPower(logs: Float64Array, mirrors: boolean): number {
  const likelihood = new Likelihood(logs, mirrors);
  let [from, to] = [LEAST, MOST];
  let power = 1;
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

/** The log-likelihood of a normal sample at its own mean and variance, as it changes with the power. */
class Likelihood {
  private readonly sum: number;
  private readonly values: Float64Array;
  private readonly first: Float64Array;
  private readonly second: Float64Array;

  constructor(
    private readonly logs: Float64Array,
    private readonly mirrors: boolean,
  ) {
    let sum = 0;
    for (let i = 0; i < logs.length; i++) sum += logs[i]!;
    this.sum = sum;
    this.values = new Float64Array(logs.length);
    this.first = new Float64Array(logs.length);
    this.second = new Float64Array(logs.length);
  }

  /** Its first and second derivative. */
  at(power: number): { readonly slope: number; readonly bend: number } {
    this.transform(power);
    const { values, first, second, sum } = this;
    const n = values.length;
    const mean = meanOf(values);
    const firstMean = meanOf(first);
    // The sum of squares about the mean, and half of its derivatives.
    let squares = 0;
    let slope = 0;
    let bend = 0;
    for (let i = 0; i < n; i++) {
      const d = values[i]! - mean;
      const d1 = first[i]! - firstMean;
      squares += d * d;
      slope += d * d1;
      bend += d1 * d1 + d * second[i]!;
    }
    const relative = slope / squares;
    return { slope: sum - n * relative, bend: -n * (bend / squares - 2 * relative * relative) };
  }

  /** Each number's (e^(λ l) − 1) / λ and its first two derivatives by λ, near λ l = 0 by their series. */
  private transform(power: number): void {
    const { logs, mirrors, values, first, second } = this;
    const byPower = 1 / power;
    const byMirrored = 1 / (2 - power);
    for (let i = 0; i < logs.length; i++) {
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
      values[i] = sign * g;
      first[i] = g1;
      second[i] = sign * g2;
    }
  }
}

function meanOf(values: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]!;
  return sum / values.length;
}
