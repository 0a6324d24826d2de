/** Points on which the curve is fitted, over three spreads. */
const POINTS = 300;
const MOST_STEPS = 200;

/**
 * a and b of 1/(1 + a d^(2b)), which is to be 1 up to the least distance and then fall off as exp(−(d − least)/spread)
 * (McInnes, Healy and Melville 2018, section 3.2), by least squares (Levenberg 1944; Marquardt 1963).
 */
export function fittedCurve(nearest: number, spread: number): { readonly a: number; readonly b: number } {
  const xs = Array.from({ length: POINTS }, (_, i) => (3 * spread * (i + 1)) / POINTS);
  const ys = xs.map(x => (x <= nearest ? 1 : Math.exp(-(x - nearest) / spread)));
  // Of ln a, so that a stays positive.
  let [t, b] = [0, 1];
  let damping = 1e-3;
  let rest = squares(xs, ys, t, b);
  for (let step = 0; step < MOST_STEPS; step++) {
    let [tt, tb, bb, gt, gb] = [0, 0, 0, 0, 0];
    xs.forEach((x, i) => {
      const u = Math.exp(t) * x ** (2 * b);
      const value = 1 / (1 + u);
      const slope = -value * value * u;
      const [dt, db] = [slope, slope * 2 * Math.log(x)];
      const off = ys[i]! - value;
      tt += dt * dt;
      tb += dt * db;
      bb += db * db;
      gt += dt * off;
      gb += db * off;
    });
    const [p, q] = [tt * (1 + damping), bb * (1 + damping)];
    const determinant = p * q - tb * tb;
    const [nextT, nextB] = [t + (q * gt - tb * gb) / determinant, b + (p * gb - tb * gt) / determinant];
    const next = squares(xs, ys, nextT, nextB);
    if (next <= rest) {
      const settled = Math.abs(nextT - t) + Math.abs(nextB - b) < 1e-12;
      [t, b, rest] = [nextT, nextB, next];
      damping /= 3;
      if (settled) break;
    } else {
      damping *= 5;
      if (damping > 1e12) break;
    }
  }
  return { a: Math.exp(t), b };
}

function squares(xs: readonly number[], ys: readonly number[], t: number, b: number): number {
  return xs.reduce((sum, x, i) => sum + (ys[i]! - 1 / (1 + Math.exp(t) * x ** (2 * b))) ** 2, 0);
}
