import type { Matrix } from '../algebra/matrix';

/** Rows side by side in single precision, each filled up with zeros to a multiple of four entries. */
export interface FlatRows {
  readonly n: number;
  /** Entries of a row without those that fill it up. */
  readonly entries: number;
  readonly stride: number;
  readonly values: Float32Array;
}

/** Columns read at once: as many as share a line of the cache in what is written. */
const BLOCK = 16;

/** The rows of a matrix that stands column by column; −0 is 0, so that equal rows have equal bits. */
export function flatRows({ rows: n, columns, values }: Matrix): FlatRows {
  const stride = 4 * Math.ceil(columns / 4);
  const flat = new Float32Array(n * stride);
  for (let from = 0; from < columns; from += BLOCK) {
    const to = Math.min(columns, from + BLOCK);
    for (let i = 0; i < n; i++) for (let j = from; j < to; j++) flat[i * stride + j] = values[j * n + i]! + 0;
  }
  return { n, entries: columns, stride, values: flat };
}
