import { columnOf, zeros, type Matrix } from '../algebra/matrix';
import { product, crossed, identity } from '../algebra/product';
import { seededRandom } from '../algebra/random';
import { symmetricEigen } from '../algebra/symmetricEigen';

export interface Rotated {
  /** p × k, the loadings times the rotation. */
  readonly loadings: Matrix;
  /** k × k, orthogonal. */
  readonly rotation: Matrix;
  readonly iterations: number;
  readonly converged: boolean;
}

const MOST_ITERATIONS = 1000;
/** Of the slope along the rotations; loadings are settled to some seven digits then. */
const TOLERANCE = 1e-6;
/** The loadings' own axes may be a saddle of the criterion: a few random starts beside them find the way off. */
const RANDOM_STARTS = 3;
/** Of many dimensions no start is a saddle in every plane, and each start takes long. */
const MANY = 8;

/**
 * Varimax (Kaiser 1958) by gradient projection (Jennrich 2001), with Kaiser's normalisation: rows are brought to unit
 * length, rotated, and multiplied back.
 *
 * @param loadings p × k
 */
export function varimax(loadings: Matrix): Rotated {
  const normed = normalised(loadings);
  if (loadings.columns < 2) {
    return { loadings, rotation: identity(loadings.columns), iterations: 0, converged: true };
  }
  const { normal } = seededRandom(1);
  let best = project(normed, planar(normed, identity(loadings.columns)));
  const starts = loadings.columns > MANY ? 1 : RANDOM_STARTS;
  for (let start = 0; start < starts; start++) {
    const at = zeros(loadings.columns, loadings.columns);
    for (let i = 0; i < at.values.length; i++) at.values[i] = normal();
    const other = project(normed, planar(normed, nearestRotation(at)));
    if (other.criterion < best.criterion - 1e-9) best = other;
  }
  const { rotation, iterations, converged } = best;
  return { loadings: product(loadings, rotation), rotation, iterations, converged };
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

const MOST_SWEEPS = 60;
const STILL = 1e-7;

/** Plane after plane turned to its best angle until none turns any more (Kaiser 1958): near the end in few sweeps. */
function planar(a: Matrix, start: Matrix): Matrix {
  const rotation = { ...start, values: start.values.slice() };
  const turned = product(a, rotation);
  const columns = Array.from({ length: a.columns }, (_, d) => columnOf(turned, d));
  const axes = Array.from({ length: a.columns }, (_, d) => columnOf(rotation, d));
  for (let sweep = 0; sweep < MOST_SWEEPS; sweep++) {
    let widest = 0;
    for (let i = 0; i < a.columns; i++) {
      for (let j = i + 1; j < a.columns; j++) {
        const angle = bestAngle(columns[i]!, columns[j]!);
        widest = Math.max(widest, Math.abs(angle));
        turn(columns[i]!, columns[j]!, angle);
        turn(axes[i]!, axes[j]!, angle);
      }
    }
    if (widest < STILL) break;
  }
  return nearestRotation(rotation);
}

/** The angle that makes the criterion of two columns largest (Kaiser 1958, equation 24). */
function bestAngle(x: Float64Array, y: Float64Array): number {
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
  return Math.atan2(uv - (2 * su * sv) / p, uu - (su * su - sv * sv) / p) / 4;
}

function turn(x: Float64Array, y: Float64Array, angle: number): void {
  const c = Math.cos(angle);
  const s = Math.sin(angle);
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

/** The part of a slope that lies along the rotations. */
function tangent(slope: Matrix, rotation: Matrix): Matrix {
  const k = rotation.rows;
  const m = crossed(rotation, slope);
  const even = zeros(k, k);
  for (let i = 0; i < k; i++) {
    for (let j = 0; j < k; j++) even.values[j * k + i] = (m.values[j * k + i]! + m.values[i * k + j]!) / 2;
  }
  return minus(slope, product(rotation, even), 1);
}

/** The rotation nearest to a square matrix: X (XᵀX)^−½. */
export function nearestRotation(x: Matrix): Matrix {
  const k = x.rows;
  const { values, vectors } = symmetricEigen(crossed(x, x));
  const scaled = zeros(k, k);
  for (let d = 0; d < k; d++) {
    const by = 1 / Math.sqrt(Math.max(values[d]!, Number.MIN_VALUE));
    for (let i = 0; i < k; i++) scaled.values[d * k + i] = vectors.values[d * k + i]! * by;
  }
  const root = zeros(k, k);
  for (let i = 0; i < k; i++) {
    for (let j = 0; j < k; j++) {
      let sum = 0;
      for (let d = 0; d < k; d++) sum += scaled.values[d * k + i]! * vectors.values[d * k + j]!;
      root.values[j * k + i] = sum;
    }
  }
  return product(x, root);
}

function minus(a: Matrix, b: Matrix, times: number): Matrix {
  return { ...a, values: a.values.map((value, index) => value - times * b.values[index]!) };
}

function normalised(loadings: Matrix): Matrix {
  const { rows: p, columns: k, values } = loadings;
  const result = zeros(p, k);
  for (let j = 0; j < p; j++) {
    let square = 0;
    for (let d = 0; d < k; d++) square += values[d * p + j]! * values[d * p + j]!;
    const length = Math.sqrt(square);
    for (let d = 0; d < k; d++) result.values[d * p + j] = length > 0 ? values[d * p + j]! / length : 0;
  }
  return result;
}
