import type { FlatRows } from './rows';

/** Which rows are the same, entry by entry. */
export interface Distinct {
  /** For each row the place of its point among the distinct ones. */
  readonly point: Uint32Array;
  /** For each point the first row that lies there. */
  readonly first: Uint32Array;
}

/** Finds rows that are the same in all entries; points come in the order of their first rows. */
export function distinctRows({ n, stride, values }: FlatRows): Distinct {
  const bits = new Uint32Array(values.buffer, values.byteOffset, values.length);
  const size = 2 ** Math.ceil(Math.log2(2 * n + 1));
  const table = new Uint32Array(size).fill(n);
  const point = new Uint32Array(n);
  const first: number[] = [];
  for (let i = 0; i < n; i++) {
    let h = 0;
    for (let k = i * stride; k < (i + 1) * stride; k++) h = Math.imul(h ^ bits[k]!, 0x9e3779b1) ^ (h >>> 15);
    let at = (h >>> 0) % size;
    while (table[at]! < n && !same(values, table[at]! * stride, i * stride, stride)) at = (at + 1) % size;
    if (table[at] === n) {
      table[at] = i;
      point[i] = first.length;
      first.push(i);
    } else point[i] = point[table[at]!]!;
  }
  return { point, first: Uint32Array.from(first) };
}

function same(values: Float32Array, a: number, b: number, stride: number): boolean {
  for (let k = 0; k < stride; k++) if (values[a + k] !== values[b + k]) return false;
  return true;
}

/** The rows at some places. */
export function someRows(rows: FlatRows, places: Uint32Array): FlatRows {
  const { stride } = rows;
  const values = new Float32Array(places.length * stride);
  places.forEach((from, i) =>
    values.set(rows.values.subarray(from * stride, (from + 1) * stride), i * stride),
  );
  return { ...rows, n: places.length, values };
}
