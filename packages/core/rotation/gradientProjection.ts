import { inverseOf } from '../algebra/inverseOf';
import { columnOf, transpose, zeros, type Matrix } from '../algebra/matrix';
import { crossed, identity, product } from '../algebra/product';
import { seededRandom } from '../algebra/random';
import { quietHost, type Host } from '../host';
import { minus, nearestRotation, randomRotation, tangent } from './orthogonal';
import type { Criterion, Measured } from './criteria';

/** Loadings rotated by gradient projection. */
export interface Projected {
  /** p × k: the pattern; of orthogonal dimensions the loadings. */
  readonly loadings: Matrix;
  /** k × k: the loadings are the unrotated ones times the inverse of its transpose; of orthogonal dimensions, times it. */
  readonly rotation: Matrix;
  /** Φ, k × k: correlations of the dimensions. */
  readonly phi: Matrix;
  readonly criterion: number;
  readonly iterations: number;
  readonly converged: boolean;
  /** Starts that were tried, those that led to the best end, and how many different ends there were. */
  readonly starts: number;
  readonly reached: number;
  readonly optima: number;
}

export interface ProjectionSettings {
  readonly criterion: Criterion;
  readonly oblique: boolean;
  /** Random starts beside the loadings' own axes, more where they do not end alike; none for 0. */
  readonly starts: number;
  /** Starts at most, those asked for apart; a hundred where it is left out. */
  readonly most?: number | undefined;
  readonly seed: number;
}

const MOST_ITERATIONS = 2000;
/** Of the projected slope, beside the size of the loadings: where ends are compared, and where the best ones are. */
const NEAR = 1e-5;
const STILL = 1e-8;
/** A slope that counts as none where steps no longer get lower. */
const SETTLED = 1e-6;
/** Ends that are followed to their last digits. */
const FOLLOWED = 3;
/** Ends whose criteria differ by less than this share of the loadings' own size are the same. */
const SAME_END = 1e-6;
const MOST_HALVINGS = 40;
/** Where ends differ, starts go on until the best was reached so often, or there were so many. */
const OFTEN = 5;
const MOST_STARTS = 100;

/**
 * Rotates loadings so that a criterion is as small as can be, from the loadings' own axes and from random ones; the best
 * end is kept, and where ends differ there are as many starts as it takes to have reached it several times (gradient projection: Jennrich 2001 for orthogonal, 2002 for oblique dimensions; Bernaards and Jennrich
 * 2005).
 *
 * @param unrotated p × k, in the unit that the criterion is to see (Kaiser's normalisation is the caller's)
 */
export function project(unrotated: Matrix, settings: ProjectionSettings, host: Host = quietHost): Projected {
  const { criterion, oblique, starts, seed, most = MOST_STARTS } = settings;
  const k = unrotated.columns;
  const follow = oblique ? followOblique : followOrthogonal;
  const size = unrotated.values.reduce((sum, value) => sum + value * value, 0) || 1;
  const { normal } = seededRandom(seed);
  const near = (value: number) => SAME_END * (Math.abs(value) + size * 1e-3);
  const ends = [follow(unrotated, identity(k), criterion, NEAR)];
  let lowest = ends[0]!.criterion;
  const reached = () => ends.filter(end => end.criterion <= lowest + near(lowest)).length;
  const enough = () =>
    starts === 0 || k < 2 || (ends.length > starts && (reached() === ends.length || reached() >= OFTEN));
  while (!enough() && ends.length < Math.max(most, starts)) {
    host.progress(Math.min(1, ends.length / most));
    const end = follow(unrotated, randomRotation(k, normal), criterion, NEAR);
    ends.push(end);
    lowest = Math.min(lowest, end.criterion);
  }
  const best = ends
    .toSorted((a, b) => a.criterion - b.criterion)
    .slice(0, FOLLOWED)
    .map(end => follow(unrotated, end.rotation, criterion, STILL))
    .reduce((a, b) => (b.criterion < a.criterion ? b : a));
  const distinct: number[] = [];
  for (const { criterion: value } of ends) {
    if (!distinct.some(other => Math.abs(other - value) <= near(lowest))) distinct.push(value);
  }
  return {
    ...best,
    phi: oblique ? unitDiagonal(crossed(best.rotation, best.rotation)) : identity(k),
    starts: ends.length,
    reached: reached(),
    optima: distinct.length,
  };
}

type End = Pick<Projected, 'loadings' | 'rotation' | 'criterion' | 'iterations' | 'converged'>;

function followOrthogonal(a: Matrix, start: Matrix, criterion: Criterion, tolerance: number): End {
  const surface: Surface = {
    loadings: t => product(a, t),
    slope: (_t, _l, { gradient }) => crossed(a, gradient),
    projected: (t, g) => tangent(g, t),
    back: nearestRotation,
  };
  return descend(start, criterion, surface, tolerance);
}

function followOblique(a: Matrix, start: Matrix, criterion: Criterion, tolerance: number): End {
  const surface: Surface = {
    loadings: t => product(a, transpose(inverseOf(t)!)),
    slope: (t, l, { gradient }) => {
      const inner = product(crossed(l, gradient), inverseOf(t)!);
      return { ...inner, values: transpose(inner).values.map(value => -value) };
    },
    // Off the surface of columns of length 1.
    projected: (t, g) => {
      const result = zeros(t.rows, t.columns);
      for (let d = 0; d < t.columns; d++) {
        const [column, slope, into] = [columnOf(t, d), columnOf(g, d), columnOf(result, d)];
        const along = column.reduce((sum, value, i) => sum + value * slope[i]!, 0);
        for (let i = 0; i < t.rows; i++) into[i] = slope[i]! - along * column[i]!;
      }
      return result;
    },
    back: unitColumns,
  };
  return descend(start, criterion, surface, tolerance);
}

/** A surface of rotations: what they make of the loadings, the slope on it, and the way back onto it. */
interface Surface {
  readonly loadings: (t: Matrix) => Matrix;
  readonly slope: (t: Matrix, loadings: Matrix, measured: Measured) => Matrix;
  readonly projected: (t: Matrix, slope: Matrix) => Matrix;
  /** Null where the axes fall together. */
  readonly back: (t: Matrix) => Matrix | null;
}

/** @param tolerance of the slope on the surface, beside the size of the loadings */
function descend(start: Matrix, criterion: Criterion, surface: Surface, tolerance: number): End {
  let t = start;
  let loadings = surface.loadings(t);
  let measured = criterion(loadings);
  const size = sumOfSquares(loadings.values) || 1;
  let direction = surface.projected(t, surface.slope(t, loadings, measured));
  let steepness = sumOfSquares(direction.values);
  let step = 1;
  let iterations = 0;
  while (iterations < MOST_ITERATIONS && steepness > (tolerance * size) ** 2) {
    const next = lower(step);
    // Below what the numbers can tell apart there is no way further down.
    if (next === null) break;
    const before = { t, direction };
    ({ t, loadings, measured, step } = next);
    direction = surface.projected(t, surface.slope(t, loadings, measured));
    steepness = sumOfSquares(direction.values);
    // As long as the last step suggests (Barzilai and Borwein 1988).
    const moved = minus(t, before.t, 1).values;
    const turned = minus(direction, before.direction, 1).values;
    const along = moved.reduce((sum, value, at) => sum + value * turned[at]!, 0);
    step = along > 0 ? sumOfSquares(moved) / along : 2 * step;
    iterations++;
  }
  const converged = steepness <= (Math.max(tolerance, SETTLED) * size) ** 2;
  return { loadings, rotation: t, criterion: measured.value, iterations, converged };

  /** A place on the surface where the criterion is enough lower, from a step on that is halved until it is. */
  function lower(first: number) {
    for (let halving = 0, length = first; halving < MOST_HALVINGS; halving++, length /= 2) {
      const to = surface.back(minus(t, direction, length));
      if (to === null) continue;
      const there = surface.loadings(to);
      const found = criterion(there);
      if (found.value < measured.value - 1e-4 * steepness * length) {
        return { t: to, loadings: there, measured: found, step: length };
      }
    }
    return null;
  }
}

const sumOfSquares = (values: Float64Array): number => {
  let sum = 0;
  for (const value of values) sum += value * value;
  return sum;
};

/** Columns of length 1; null where they have none, or nearly fall together. */
function unitColumns(x: Matrix): Matrix | null {
  const result = { ...x, values: x.values.slice() };
  for (let d = 0; d < x.columns; d++) {
    const column = columnOf(result, d);
    const length = Math.sqrt(column.reduce((sum, value) => sum + value * value, 0));
    if (!(length > 0)) return null;
    for (let i = 0; i < column.length; i++) column[i]! /= length;
  }
  return inverseOf(result) === null ? null : result;
}

function unitDiagonal(phi: Matrix): Matrix {
  for (let d = 0; d < phi.rows; d++) phi.values[d * phi.rows + d] = 1;
  return phi;
}
