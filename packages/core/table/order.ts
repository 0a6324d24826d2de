import { BASE, kernels } from '@wold/kernels/kernels';
import type { Weights } from './moments';

/** Fewer are sooner sorted by the host. */
const FEW = 64;
/** Of doubles, that the compiled sort needs beside its numbers. */
const COUNTS = 3 * 2048 + 1;

/** The numbers from the least to the most, without those that are missing (NaN); −0 counts as 0. */
export function sortedOf(values: Float64Array): Float64Array {
  const compiled = sortCompiled(values);
  if (compiled !== null) return compiled.sorted.slice();
  return values
    .filter(value => !Number.isNaN(value))
    .map(value => value + 0)
    .sort();
}

/**
 * The places of numbers from the least to the most, equal ones as they stand.
 *
 * @param values without NaN
 */
export function orderOf(values: Float64Array): Uint32Array {
  const compiled = sortCompiled(values);
  if (compiled !== null) return compiled.places.slice();
  return Uint32Array.from(values, (_, place) => place).sort((a, b) => values[a]! - values[b]! || a - b);
}

/** Numbers from the least to the most and, where they weigh, what each and all before it weigh together. */
export interface Ordered {
  readonly values: Float64Array;
  readonly upTo: Float64Array | null;
}

/** The numbers that are there, in order. */
export function ordered(values: Float64Array, weights: Weights = null): Ordered {
  if (weights === null) return { values: sortedOf(values), upTo: null };
  const places = Uint32Array.from(values.keys()).filter(place => !Number.isNaN(values[place]!));
  const there = Float64Array.from(places, place => values[place]!);
  const order = orderOf(there);
  const upTo = new Float64Array(order.length);
  let sum = 0;
  order.forEach((place, index) => (upTo[index] = sum += weights[places[place]!]!));
  return { values: Float64Array.from(order, place => there[place]!), upTo };
}

/** What is not NaN, in the kernels' room until that is used again; null for few, or where there are no kernels. */
function sortCompiled(values: Float64Array): { sorted: Float64Array; places: Uint32Array } | null {
  const most = values.length;
  const fast = most < FEW ? null : kernels();
  const room = fast?.room(4 * most + COUNTS) ?? null;
  if (fast === null || room === null) return null;
  room.set(values);
  const n = fast.keepNumbers(BASE, most);
  const [spare, places] = [BASE + 8 * n, BASE + 16 * n];
  const [sparePlaces, starts, digits] = [places + 4 * n, places + 8 * n, places + 12 * n + 4];
  fast.sortPlaces(BASE, spare, places, sparePlaces, starts, digits, n);
  return {
    sorted: new Float64Array(room.buffer, spare, n),
    places: new Uint32Array(room.buffer, sparePlaces, n),
  };
}
