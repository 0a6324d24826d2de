import { startTeam } from '@wold/kernels/team';
import { quietHost, type Host } from '../host';
import { zeros, type Matrix } from '../algebra/matrix';
import { projected } from './forest';
import type { FlatRows } from './rows';

/** Rows that are in the threads' memory at once, and those of a part. */
const BLOCK = 8192;
const QUERIES = 64;

/** What rows have along directions (entries × count), in single precision: n × count. */
export function projectedRows(rows: FlatRows, directions: Matrix, host: Host = quietHost): Matrix {
  const { stride, entries } = rows;
  const flat = new Float32Array(directions.columns * stride);
  for (let d = 0; d < directions.columns; d++) {
    flat.set(directions.values.subarray(d * entries, (d + 1) * entries), d * stride);
  }
  const result = zeros(rows.n, directions.columns);
  result.values.set(compiled(rows, flat, host) ?? projected(rows, flat));
  return result;
}

function compiled(
  { n, stride, values }: FlatRows,
  directions: Float32Array,
  host: Host,
): Float32Array | null {
  const team = startTeam(host.helpers);
  if (team === null) return null;
  try {
    const count = directions.length / stride;
    const at = team.put(directions);
    const rows = team.room(4 * BLOCK * stride);
    const along = team.room(4 * BLOCK * count);
    const result = new Float32Array(n * count);
    for (let from = 0; from < n; from += BLOCK) {
      const length = Math.min(BLOCK, n - from);
      team.f32(rows, length * stride).set(values.subarray(from * stride, (from + length) * stride));
      team.run('projectRows', Math.ceil(length / QUERIES), [
        ...[rows, length, stride, QUERIES, at, count, along],
      ]);
      const found = team.f32(along, length * count);
      for (let d = 0; d < count; d++) {
        result.set(found.subarray(d * length, (d + 1) * length), d * n + from);
      }
      host.progress((from + length) / n);
    }
    return result;
  } finally {
    team.end();
  }
}
