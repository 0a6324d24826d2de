import { startTeam } from '@wold/kernels/team';
import { quietHost, type Host } from '../host';
import { zeros, type Matrix } from '../algebra/matrix';
import { projected } from './forest';
import type { FlatRows } from './rows';

/** Rows a part. */
const QUERIES = 256;
const MOST_PARTS = 60_000;

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
    const rows = team.put(values);
    const at = team.put(directions);
    const along = team.room(4 * n * count);
    const queries = Math.max(QUERIES, Math.ceil(n / MOST_PARTS));
    team.run('projectRows', Math.ceil(n / queries), [rows, n, stride, queries, at, count, along]);
    return team.f32(along, n * count).slice();
  } finally {
    team.end();
  }
}
