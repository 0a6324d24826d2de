import type { Weights } from '../table/moments';

/** Pearson's weighted correlation over the places where both are there (not NaN); NaN where one does not vary. */
export function correlation(x: ArrayLike<number>, y: ArrayLike<number>, weights: Weights = null): number {
  const [first, other] = firstOfBoth(x, y);
  let [total, sx, sy] = [0, 0, 0];
  for (let i = 0; i < x.length; i++) {
    if (Number.isNaN(x[i]!) || Number.isNaN(y[i]!)) continue;
    const w = weights === null ? 1 : weights[i]!;
    total += w;
    sx += w * (x[i]! - first);
    sy += w * (y[i]! - other);
  }
  const [mx, my] = [sx / total, sy / total];
  let [xx, yy, xy] = [0, 0, 0];
  for (let i = 0; i < x.length; i++) {
    if (Number.isNaN(x[i]!) || Number.isNaN(y[i]!)) continue;
    const w = weights === null ? 1 : weights[i]!;
    const a = x[i]! - first - mx;
    const b = y[i]! - other - my;
    xx += w * a * a;
    yy += w * b * b;
    xy += w * a * b;
  }
  const r = xy / Math.sqrt(xx) / Math.sqrt(yy);
  return xx > 0 && yy > 0 ? Math.max(-1, Math.min(1, r)) : NaN;
}

/** From the first of each, a large common offset costs no digits. */
function firstOfBoth(x: ArrayLike<number>, y: ArrayLike<number>): [number, number] {
  for (let i = 0; i < x.length; i++) if (!Number.isNaN(x[i]!) && !Number.isNaN(y[i]!)) return [x[i]!, y[i]!];
  return [0, 0];
}
