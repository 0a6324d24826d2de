import { columnOf, type Matrix } from '../../algebra/matrix';
import { seededRandom } from '../../algebra/random';
import type { NeighbourGraph } from './graph';
import type { Pairs } from './pairs';
import type { Start } from './settings';
import { spectrum } from './spectrum';

/** Where points start from, and what was done otherwise than asked. */
export interface StartPlaces {
  /** Points × dimensions, about their means, the spread of the first being 1. */
  readonly at: Matrix;
  readonly note: string | null;
}

/** Beside the spread of the first dimension: enough that no two points that start alike stay alike. */
const JITTER = 0.01;

/** The places that points start from (Kobak and Berens 2019), with a little noise of the seed. */
export function startPlaces(
  graph: NeighbourGraph,
  pairs: Pairs,
  start: Start,
  dimensions: number,
  seed: number,
): StartPlaces {
  const n = graph.points;
  const { normal } = seededRandom(seed);
  const found = start === 'spectral' ? spectrum(pairs, dimensions) : null;
  const from = start === 'random' ? null : (found ?? graph.places);
  const at = { rows: n, columns: dimensions, values: new Float64Array(n * dimensions) };
  for (let d = 0; d < dimensions; d++) {
    const column = columnOf(at, d);
    if (from !== null && d < from.columns) column.set(columnOf(from, d));
    else if (from === null) for (let i = 0; i < n; i++) column[i] = normal();
  }
  const spread = deviation(columnOf(at, 0)) || 1;
  for (let k = 0; k < at.values.length; k++) {
    at.values[k] = at.values[k]! / spread + (from === null ? 0 : JITTER * normal());
  }
  const note =
    start === 'spectral' && found === null
      ? 'The graph of neighbours falls into parts, or has no spectrum to start from: rows start from their leading components.'
      : null;
  return { at, note };
}

function deviation(values: Float64Array): number {
  let [sum, squares] = [0, 0];
  for (const value of values) sum += value;
  const mean = sum / values.length;
  for (const value of values) squares += (value - mean) * (value - mean);
  return Math.sqrt(squares / values.length);
}
