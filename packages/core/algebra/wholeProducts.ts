import { startTeam } from '@wold/kernels/team';
import { quietHost, type Host } from '../host';
import { zeros, type Matrix } from './matrix';

/** Rows a block: eight columns of them stay in a near cache, and no sum goes beyond 32 bits. */
const BLOCK = 4096;

/** Rows up to which products of bytes are whole in double precision, and so are n times as large. */
export const MOST_ROWS = 300_000;

/**
 * The cross-products XᵀX of columns of bytes, exact.
 *
 * @param columns of the same length, {@link MOST_ROWS} at most
 * @returns p × p, symmetric
 */
export function wholeProducts(columns: readonly Uint8Array[], host: Host = quietHost): Matrix {
  const p = columns.length;
  const result = compiled(columns, host) ?? plain(columns, host);
  for (let a = 0; a < p; a++)
    for (let b = 0; b < a; b++) result.values[b * p + a] = result.values[a * p + b]!;
  return result;
}

function compiled(columns: readonly Uint8Array[], host: Host): Matrix | null {
  const team = startTeam(host.helpers);
  if (team === null) return null;
  try {
    const p = columns.length;
    const n = columns[0]?.length ?? 0;
    const count = 4 * Math.ceil(p / 4);
    const out = team.room(8 * count * count);
    const block = team.room(2 * count * BLOCK);
    team.f64(out, count * count).fill(0);
    for (let from = 0; from < n; from += BLOCK) {
      const rows = Math.min(BLOCK, n - from);
      const length = 8 * Math.ceil(rows / 8);
      const packed = team.i16(block, count * length);
      // What fills up the last rows and columns is 0.
      if (length > rows || count > p) packed.fill(0);
      columns.forEach((column, j) => packed.set(column.subarray(from, from + rows), j * length));
      team.run('addWholeProducts', count / 4, [block, length, out, count]);
      host.progress((from + rows) / n);
    }
    const sums = team.f64(out, count * count);
    const result = zeros(p, p);
    for (let a = 0; a < p; a++) result.values.set(sums.subarray(a * count, a * count + p), a * p);
    return result;
  } finally {
    team.end();
  }
}

/** The same in plain loops. */
function plain(columns: readonly Uint8Array[], host: Host): Matrix {
  const p = columns.length;
  const result = zeros(p, p);
  columns.forEach((left, a) => {
    host.progress(a / p);
    for (let b = 0; b <= a; b++) {
      const right = columns[b]!;
      let sum = 0;
      for (let i = 0; i < left.length; i++) sum += left[i]! * right[i]!;
      result.values[a * p + b] = sum;
    }
  });
  return result;
}
