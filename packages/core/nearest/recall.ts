import { quietHost, type Host } from '../host';
import { someRows } from './distinct';
import { exactNeighbours, type Neighbours } from './exactNeighbours';
import type { SearchMetric } from './metric';
import type { FlatRows } from './rows';
import { sampled } from './sampled';

/** Rows that are looked at. */
export const RECALL_SAMPLE = 300;
/** Single precision may take one of two equally far rows for the other. */
const ROUNDING = 1e-5;

/** Of the nearest that there are, the share that was found, over a sample of rows all of whose distances are looked at. */
export function recallOf(
  rows: FlatRows,
  { k, distances }: Neighbours,
  metric: SearchMetric,
  host: Host = quietHost,
): number {
  const { n } = rows;
  const sample = sampled(n, Math.min(n, RECALL_SAMPLE));
  const inSample = new Set(sample);
  const others = Uint32Array.from({ length: n }, (_, i) => i).filter(i => !inSample.has(i));
  const exact = exactNeighbours(
    someRows(rows, Uint32Array.from([...sample, ...others])),
    k,
    metric,
    host,
    sample.length,
  );
  let found = 0;
  sample.forEach((row, place) => {
    const furthest = exact.distances[place * k + k - 1]! * (1 + ROUNDING);
    for (let e = row * k; e < (row + 1) * k; e++) found += Number(distances[e]! <= furthest);
  });
  return found / (sample.length * k);
}
