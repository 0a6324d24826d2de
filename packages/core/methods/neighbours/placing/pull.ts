/** What pulls a new row on a map, and what pushes it off. */
export interface Pull {
  /** Points of the map that it belongs with, and how much. */
  readonly points: Uint32Array;
  readonly shares: Float64Array;
}

/** A loss at a place, with its slope. */
export type Loss = (place: Float64Array, slope: Float64Array) => number;

/** Points of a map that stay where they are: all, or a sample that stands for them. */
export interface FixedPoints {
  /** Coordinates of a point beside each other. */
  readonly at: Float64Array;
  readonly dimensions: number;
  /** Those that push, and what each stands for. */
  readonly pushing: Uint32Array;
  readonly times: number;
}

/**
 * t-SNE's loss of one more row where all others stay: −Σ p ln w + Σ w / Z̄, with w = 1 / (1 + d²), whose slope is that of
 * the map's own loss (van der Maaten and Hinton 2008, equation 5).
 *
 * @param norm Z̄: the mean over the points of Σ w over the others
 * @param but a point that is as if it were not there; −1 for none
 */
export function tsneLoss(fixed: FixedPoints, { points, shares }: Pull, norm: number, but = -1): Loss {
  const { at, dimensions: d, pushing, times } = fixed;
  return (place, slope) => {
    slope.fill(0);
    let loss = 0;
    const add = (point: number, share: number, push: number) => {
      let square = 0;
      for (let c = 0; c < d; c++) square += (place[c]! - at[point * d + c]!) ** 2;
      const w = 1 / (1 + square);
      loss += push * w - share * Math.log(w);
      const by = 2 * w * (share - push * w);
      for (let c = 0; c < d; c++) slope[c]! += by * (place[c]! - at[point * d + c]!);
    };
    for (let e = 0; e < points.length; e++) add(points[e]!, shares[e]!, 0);
    for (let e = 0; e < pushing.length; e++) {
      if (pushing[e] !== but) add(pushing[e]!, 0, times / norm);
    }
    return loss;
  };
}

/** Squared distances under which UMAP's push grows no more (McInnes, Healy and Melville 2018). */
const LEAST = 1e-3;

/**
 * UMAP's loss of one more row where all others stay, as its drawing of points to be pushed off has it on average:
 * −Σ m ln φ − (drawn Σ m / n) Σ ln(1 − φ), with φ = 1 / (1 + a d^(2b)).
 *
 * @param curve a and b
 * @param push drawn Σ m / n
 */
export function umapLoss(
  fixed: FixedPoints,
  { points, shares }: Pull,
  { a, b }: { readonly a: number; readonly b: number },
  push: number,
  but = -1,
): Loss {
  const { at, dimensions: d, pushing, times } = fixed;
  return (place, slope) => {
    slope.fill(0);
    let loss = 0;
    const squareTo = (point: number) => {
      let square = 0;
      for (let c = 0; c < d; c++) square += (place[c]! - at[point * d + c]!) ** 2;
      return square;
    };
    const along = (point: number, by: number) => {
      for (let c = 0; c < d; c++) slope[c]! += 2 * by * (place[c]! - at[point * d + c]!);
    };
    for (let e = 0; e < points.length; e++) {
      const square = squareTo(points[e]!);
      const power = square > 0 ? a * square ** b : 0;
      loss += shares[e]! * Math.log1p(power);
      if (square > 0) along(points[e]!, (shares[e]! * b * power) / (square * (1 + power)));
    }
    for (let e = 0; e < pushing.length; e++) {
      if (pushing[e] === but) continue;
      const square = squareTo(pushing[e]!) + LEAST;
      const power = a * square ** b;
      loss += push * times * Math.log1p(1 / power);
      along(pushing[e]!, (-push * times * b) / (square * (1 + power)));
    }
    return loss;
  };
}

const MOST_STEPS = 200;

/** Goes down a loss from a place until steps are small beside `scale`: slopes turned back where they overshoot. */
export function settledPlace(
  loss: Loss,
  start: Float64Array,
  scale: number,
): { place: Float64Array; loss: number } {
  const d = start.length;
  let place = start.slice();
  let slope = new Float64Array(d);
  let least = loss(place, slope);
  let step = scale / (Math.hypot(...slope) || 1);
  for (let round = 0; round < MOST_STEPS; round++) {
    const next = place.map((value, c) => value - step * slope[c]!);
    const nextSlope = new Float64Array(d);
    const there = loss(next, nextSlope);
    if (there < least) {
      const moved = step * Math.hypot(...slope);
      const gained = least - there;
      [place, slope, least] = [next, nextSlope, there];
      step *= 1.6;
      if (moved < 1e-5 * scale || gained < 1e-12 * Math.abs(least)) break;
    } else {
      step /= 4;
      if (step * Math.hypot(...slope) < 1e-6 * scale) break;
    }
  }
  return { place, loss: least };
}
