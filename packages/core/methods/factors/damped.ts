import { invertDefinite } from '../../algebra/cholesky';
import { zeros, type Matrix } from '../../algebra/matrix';
import { product } from '../../algebra/product';
import { quietHost, type Host } from '../../host';

/** A function at a place, with its slope and about its curvature. */
export interface Sloped {
  readonly value: number;
  readonly gradient: Float64Array;
  /** Symmetric, of no negative eigenvalue. */
  readonly curvature: Matrix;
}

export interface Minimum {
  readonly at: Float64Array;
  readonly value: number;
  readonly iterations: number;
  readonly converged: boolean;
  /** Coordinates that stand at their least and would go lower. */
  readonly atBound: readonly number[];
}

const MOST_ITERATIONS = 500;
/** Of every slope; what can be had of it in double precision, where steps no longer get lower. */
const TOLERANCE = 1e-9;
const NEAR = 1e-6;
const MOST_DAMPING = 1e12;

/**
 * Where a function is least, by damped Gauss–Newton steps (Levenberg 1944; Marquardt 1963), its coordinates never below
 * a bound.
 *
 * @param bound of every coordinate; −Infinity for none
 */
export function dampedMinimum(
  of: (at: Float64Array) => Sloped,
  start: Float64Array,
  bound: number,
  host: Host = quietHost,
): Minimum {
  let at: Float64Array = start.map(value => Math.max(bound, value));
  let here = of(at);
  let damping = 1e-3;
  let iterations = 0;
  for (; iterations < MOST_ITERATIONS; iterations++) {
    host.progress(iterations / MOST_ITERATIONS);
    const free = [...at.keys()].filter(i => !(at[i]! <= bound && here.gradient[i]! > 0));
    if (steepest(here, free) <= TOLERANCE) break;
    let next: Float64Array | null = null;
    while (next === null && damping <= MOST_DAMPING) {
      const to = stepped(at, here, free, damping, bound);
      const there = to && of(to);
      if (to !== null && there !== null && there.value < here.value) {
        next = to;
        here = there;
        damping = Math.max(damping / 5, 1e-12);
      } else damping *= 4;
    }
    if (next === null) break;
    at = next;
  }
  const atBound = [...at.keys()].filter(i => at[i]! <= bound);
  const free = [...at.keys()].filter(i => !(at[i]! <= bound && here.gradient[i]! > 0));
  return { at, value: here.value, iterations, converged: steepest(here, free) <= NEAR, atBound };
}

const steepest = ({ gradient }: Sloped, free: readonly number[]): number =>
  free.reduce((most, i) => Math.max(most, Math.abs(gradient[i]!)), 0);

/** A step of the free coordinates; null where it cannot be told. */
function stepped(
  at: Float64Array,
  { gradient, curvature }: Sloped,
  free: readonly number[],
  damping: number,
  bound: number,
): Float64Array | null {
  const k = free.length;
  const p = at.length;
  const system = zeros(k, k);
  free.forEach((i, a) =>
    free.forEach((j, b) => {
      const value = curvature.values[j * p + i]!;
      system.values[b * k + a] = a === b ? value + damping * (value + 1e-6) : value;
    }),
  );
  const inverted = invertDefinite(system);
  if (inverted === null) return null;
  const slope = { rows: k, columns: 1, values: Float64Array.from(free, i => gradient[i]!) };
  const step = product(inverted.inverse, slope).values;
  const to = at.slice();
  free.forEach((i, a) => (to[i] = Math.max(bound, at[i]! - step[a]!)));
  return to.every(Number.isFinite) ? to : null;
}
