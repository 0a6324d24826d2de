const TOLERANCE = 1e-7;
const MOST_ROUNDS = 100;
/** (3 − √5) / 2: how far into the larger part a golden step goes. */
const GOLDEN = (3 - Math.sqrt(5)) / 2;

/**
 * Where a function is largest between two ends: parabolas through three points, golden steps where these fail (Brent
 * 1973, chapter 5). To about seven digits, which is what its values can tell.
 */
export function maximum(from: number, to: number, value: (x: number) => number): number {
  let x = from + GOLDEN * (to - from);
  let [w, v] = [x, x];
  let fx = -value(x);
  let [fw, fv] = [fx, fx];
  let step = 0;
  let before = 0;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const middle = (from + to) / 2;
    const least = TOLERANCE * Math.abs(x) + TOLERANCE;
    if (Math.abs(x - middle) <= 2 * least - (to - from) / 2) break;
    const tried = Math.abs(before) > least ? parabola(x, w, v, fx, fw, fv) : NaN;
    const inside = x + tried > from && x + tried < to && Math.abs(tried) < Math.abs(before) / 2;
    const last = step;
    if (inside) {
      step =
        x + tried - from < 2 * least || to - (x + tried) < 2 * least ? Math.sign(middle - x) * least : tried;
      before = last;
    } else {
      before = x < middle ? to - x : from - x;
      step = GOLDEN * before;
    }
    const u = x + (Math.abs(step) >= least ? step : Math.sign(step) * least);
    const fu = -value(u);
    if (fu <= fx) {
      if (u < x) to = x;
      else from = x;
      [v, w, x] = [w, x, u];
      [fv, fw, fx] = [fw, fx, fu];
    } else {
      if (u < x) from = u;
      else to = u;
      if (fu <= fw || w === x) [v, w, fv, fw] = [w, u, fw, fu];
      else if (fu <= fv || v === x || v === w) [v, fv] = [u, fu];
    }
  }
  return x;
}

/** How far from x the parabola through three points is least; NaN where it has no least point. */
function parabola(x: number, w: number, v: number, fx: number, fw: number, fv: number): number {
  const r = (x - w) * (fx - fv);
  const q = (x - v) * (fx - fw);
  const p = (x - v) * q - (x - w) * r;
  const twice = 2 * (q - r);
  return twice === 0 ? NaN : -p / twice;
}
