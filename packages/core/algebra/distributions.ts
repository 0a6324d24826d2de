const TERMS = 500;
const PRECISION = 1e-16;
const TINY = 1e-300;

/** Coefficients of Lanczos's approximation with g = 7 and nine terms (Lanczos 1964), relative error about 1e−15. */
const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
]; // prettier-ignore

/** ln Γ(x) for x > 0. */
export function logGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
  let sum = LANCZOS[0]!;
  for (let i = 1; i < LANCZOS.length; i++) sum += LANCZOS[i]! / (x - 1 + i);
  const t = x + 6.5;
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(t) - t + Math.log(sum);
}

/**
 * The upper tail of the χ² distribution: the share of it that lies beyond `x` (Abramowitz and Stegun 1964, 6.5.29 and
 * 6.5.31). Small tails keep their digits.
 */
export function chiSquareTail(x: number, df: number): number {
  if (!(x > 0)) return 1;
  const [a, z] = [df / 2, x / 2];
  const front = Math.exp(a * Math.log(z) - z - logGamma(a));
  if (z < a + 1) {
    let term = 1 / a;
    let sum = term;
    for (let k = 1; k < TERMS * 100 && term > sum * PRECISION; k++) {
      term *= z / (a + k);
      sum += term;
    }
    return Math.max(0, 1 - front * sum);
  }
  // Lentz's way with the continued fraction.
  let b = z + 1 - a;
  let c = 1 / TINY;
  let d = 1 / b;
  let fraction = d;
  for (let k = 1; k < TERMS * 100; k++) {
    const step = -k * (k - a);
    b += 2;
    d = 1 / nonZero(step * d + b);
    c = nonZero(b + step / c);
    fraction *= d * c;
    if (Math.abs(d * c - 1) < PRECISION * 10) break;
  }
  return Math.min(1, front * fraction);
}

/** The share of Student's t distribution that lies beyond ±`t` (Abramowitz and Stegun 1964, 26.7.1). */
export function tTwoTails(t: number, df: number): number {
  return betaShare(df / (df + t * t), df / 2, 0.5);
}

/** The upper tail of the F distribution beyond `f` (Abramowitz and Stegun 1964, 26.6.2). */
export function fTail(f: number, df1: number, df2: number): number {
  return f <= 0 ? 1 : betaShare(df2 / (df2 + df1 * f), df2 / 2, df1 / 2);
}

/** Both tails of the standard normal beyond ±`z`. */
export function normalTwoTails(z: number): number {
  return chiSquareTail(z * z, 1);
}

/** The regularised incomplete beta function (Abramowitz and Stegun 1964, 26.5.8). */
export function betaShare(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log1p(-x));
  return x < (a + 1) / (a + b + 2)
    ? (front * betaFraction(x, a, b)) / a
    : 1 - (front * betaFraction(1 - x, b, a)) / b;
}

function betaFraction(x: number, a: number, b: number): number {
  let c = 1;
  let d = 1 / nonZero(1 - ((a + b) * x) / (a + 1));
  let fraction = d;
  for (let m = 1; m <= TERMS; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / nonZero(1 + even * d);
    c = nonZero(1 + even / c);
    fraction *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / nonZero(1 + odd * d);
    c = nonZero(1 + odd / c);
    fraction *= d * c;
    if (Math.abs(d * c - 1) < PRECISION * 10) break;
  }
  return fraction;
}

const nonZero = (value: number): number => (Math.abs(value) < TINY ? TINY : value);

/** The value that a share `share` of the F distribution lies below, by halving; to some fourteen digits. */
export function fQuantile(share: number, df1: number, df2: number): number {
  let [low, high] = [0, 1];
  while (1 - fTail(high, df1, df2) < share) high *= 2;
  for (let step = 0; step < 200 && high - low > 1e-14 * high; step++) {
    const middle = (low + high) / 2;
    if (1 - fTail(middle, df1, df2) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
