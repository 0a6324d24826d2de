import { columnOf, zeros, type Matrix } from '../algebra/matrix';
import { quietHost, type Host } from '../host';
import { product, crossed, identity } from '../algebra/product';
import { seededRandom } from '../algebra/random';
import { normalised } from './kaiser';
import { minus, nearestRotation, randomRotation, tangent } from './orthogonal';

export interface Rotated {
  /** p × k, the loadings times the rotation. */
  readonly loadings: Matrix;
  /** k × k, orthogonal. */
  readonly rotation: Matrix;
  readonly iterations: number;
  readonly converged: boolean;
  /** Of the normalised loadings; see {@link varimaxCriterion}. */
  readonly criterion: number;
  /** Starts that were tried, those that led to the best end, and how many different ends there were. */
  readonly starts: number;
  readonly reached: number;
  readonly optima: number;
}

const MOST_ITERATIONS = 1000;
/** Of the slope along the rotations; loadings are settled to some eight digits then. */
const TOLERANCE = 1e-8;
/** Starts where all end alike; where they do not, at least as many and until the best was reached often; at most. */
const FEW_STARTS = 10;
const STARTS = 60;
const OFTEN = 8;
const MOST_STARTS = 200;
/** Ends whose criteria differ by less than this share are the same. */
const SAME_END = 1e-4;
/** Ends that are followed to their last digits. */
const FOLLOWED = 3;

/**
 * Varimax (Kaiser 1958) with Kaiser's normalisation: rows are brought to unit length, rotated, and multiplied back. From
 * the loadings' own axes and from random ones planes are turned one after the other; the best ends are followed by
 * gradient projection (Jennrich 2001). There are as many starts as it takes to have reached the best end several times.
 *
 * @param loadings p × k
 */
export function varimax(loadings: Matrix, host: Host = quietHost): Rotated {
  const k = loadings.columns;
  if (k < 2) {
    return {
      loadings,
      rotation: identity(k),
      iterations: 0,
      converged: true,
      criterion: varimaxCriterion(normalised(loadings)),
      starts: 1,
      reached: 1,
      optima: 1,
    };
  }
  const normed = normalised(loadings);
  const { normal } = seededRandom(1);
  const ends: { readonly at: Matrix; readonly criterion: number }[] = [];
  let best = Infinity;
  let alike = 0;
  const tolerance = () => SAME_END * Math.abs(best);
  while (ends.length < MOST_STARTS) {
    const start = ends.length === 0 ? identity(k) : randomRotation(k, normal);
    const at = planar(normed, start, NEAR, MOST_SWEEPS);
    const criterion = varimaxCriterion(product(normed, at));
    ends.push({ at, criterion });
    best = Math.min(best, criterion);
    alike = ends.filter(end => end.criterion <= best + tolerance()).length;
    if (ends.length >= FEW_STARTS && alike === ends.length) break;
    if (ends.length >= STARTS && alike >= OFTEN) break;
    host.progress(ends.length / STARTS);
  }
  const followed = [...ends]
    .sort((a, b) => a.criterion - b.criterion)
    .slice(0, FOLLOWED)
    .filter(({ criterion }) => criterion <= best + tolerance())
    .map(({ at }) => project(normed, planar(normed, at, STILL, MOST_SWEEPS)));
  const end = followed.reduce((a, b) => (b.criterion < a.criterion ? b : a));
  return {
    loadings: product(loadings, end.rotation),
    ...end,
    starts: ends.length,
    reached: alike,
    optima: distinct(
      ends.map(({ criterion }) => criterion),
      tolerance(),
    ),
  };
}

/** How many numbers lie further than a tolerance above the one before them, and the first. */
function distinct(values: readonly number[], tolerance: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.filter((value, i) => i === 0 || value - sorted[i - 1]! > tolerance).length;
}

/** The varimax criterion of loadings, to be made small: minus a quarter of the summed variances of squared loadings. */
export function varimaxCriterion({ rows: p, columns: k, values }: Matrix): number {
  let sum = 0;
  for (let d = 0; d < k; d++) {
    let [fourth, square] = [0, 0];
    for (let j = 0; j < p; j++) {
      const squared = values[d * p + j]! * values[d * p + j]!;
      fourth += squared * squared;
      square += squared;
    }
    sum += fourth - (square * square) / p;
  }
  return -sum / 4;
}

/** The gradient of {@link varimaxCriterion} with respect to the loadings. */
function gradient({ rows: p, columns: k, values }: Matrix): Matrix {
  const result = zeros(p, k);
  for (let d = 0; d < k; d++) {
    let mean = 0;
    for (let j = 0; j < p; j++) mean += values[d * p + j]! * values[d * p + j]!;
    mean /= p;
    for (let j = 0; j < p; j++) {
      const value = values[d * p + j]!;
      result.values[d * p + j] = -value * (value * value - mean);
    }
  }
  return result;
}

const MOST_SWEEPS = 200;
/** Sines of angles by which planes still turn near an end, and at it. */
const NEAR = 1e-3;
const STILL = 1e-10;

/** Plane after plane turned to its best angle until none turns by more than `still` (Kaiser 1958). */
function planar(a: Matrix, start: Matrix, still: number, mostSweeps: number): Matrix {
  const rotation = { ...start, values: start.values.slice() };
  const turned = product(a, rotation);
  const columns = Array.from({ length: a.columns }, (_, d) => columnOf(turned, d));
  const axes = Array.from({ length: a.columns }, (_, d) => columnOf(rotation, d));
  for (let sweep = 0; sweep < mostSweeps; sweep++) {
    let widest = 0;
    for (let i = 0; i < a.columns; i++) {
      for (let j = i + 1; j < a.columns; j++) {
        const angle = bestAngle(columns[i]!, columns[j]!);
        widest = Math.max(widest, Math.abs(angle.sine));
        turn(columns[i]!, columns[j]!, angle);
        turn(axes[i]!, axes[j]!, angle);
      }
    }
    if (widest < still) break;
  }
  return nearestRotation(rotation);
}

/** An angle by its cosine and sine. */
interface Angle {
  readonly cosine: number;
  readonly sine: number;
}

/**
 * The angle that makes the criterion of two columns largest (Kaiser 1958, equation 24), a quarter of one whose tangent
 * is known; halved twice by roots, which every host rounds alike.
 */
function bestAngle(x: Float64Array, y: Float64Array): Angle {
  let su = 0, sv = 0, uu = 0, uv = 0; // prettier-ignore
  for (let k = 0; k < x.length; k++) {
    const a = x[k]!;
    const b = y[k]!;
    const u = a * a - b * b;
    const v = 2 * a * b;
    su += u;
    sv += v;
    uu += u * u - v * v;
    uv += 2 * u * v;
  }
  const p = x.length;
  const rise = uv - (2 * su * sv) / p;
  const run = uu - (su * su - sv * sv) / p;
  const length = Math.sqrt(rise * rise + run * run);
  return length > 0 ? halved(halved({ cosine: run / length, sine: rise / length })) : { cosine: 1, sine: 0 };
}

/** Half of an angle from −π to π. */
function halved({ cosine, sine }: Angle): Angle {
  // From whichever of the two is not a small difference.
  if (cosine >= 0) {
    const half = Math.sqrt((1 + cosine) / 2);
    return { cosine: half, sine: sine / (2 * half) };
  }
  const half = Math.sqrt((1 - cosine) / 2) * (sine < 0 ? -1 : 1);
  return { cosine: sine / (2 * half), sine: half };
}

function turn(x: Float64Array, y: Float64Array, { cosine: c, sine: s }: Angle): void {
  for (let k = 0; k < x.length; k++) {
    const value = x[k]!;
    const other = y[k]!;
    x[k] = c * value + s * other;
    y[k] = c * other - s * value;
  }
}

/** Steps down the gradient, each projected back to the rotations (Jennrich 2001; Bernaards and Jennrich 2005). */
function project(a: Matrix, start: Matrix) {
  let rotation = start;
  let loadings = product(a, rotation);
  let criterion = varimaxCriterion(loadings);
  let slope = crossed(a, gradient(loadings));
  let step = 1;
  let iterations = 0;
  for (; iterations < MOST_ITERATIONS; iterations++) {
    const away = tangent(slope, rotation);
    const square = away.values.reduce((sum, value) => sum + value * value, 0);
    if (Math.sqrt(square) < TOLERANCE) return { rotation, criterion, iterations, converged: true };
    step *= 2;
    for (let halving = 0; halving < 20; halving++) {
      const tried = nearestRotation(minus(rotation, away, step));
      const there = product(a, tried);
      const value = varimaxCriterion(there);
      if (value < criterion - 0.5 * square * step || halving === 19) {
        // Where no step leads down, this is as low as the digits go.
        if (value >= criterion) return { rotation, criterion, iterations, converged: square < 1e-10 };
        [rotation, loadings, criterion] = [tried, there, value];
        break;
      }
      step /= 2;
    }
    slope = crossed(a, gradient(loadings));
  }
  return { rotation, criterion, iterations, converged: false };
}
