import { columnOf, zeros, type Matrix } from './matrix';

/** The k × k identity. */
export function identity(k: number): Matrix {
  const result = zeros(k, k);
  for (let i = 0; i < k; i++) result.values[i * k + i] = 1;
  return result;
}

/** Rows a block. */
const BLOCK = 1024;

/** A B, for a right side of few columns. */
export function product(a: Matrix, b: Matrix): Matrix {
  if (a.columns !== b.rows) {
    throw new RangeError(`Expected ${a.columns} rows on the right, got ${b.rows}.`);
  }
  const { rows: n, columns: p, values } = a;
  const result = zeros(n, b.columns);
  // Four columns of a few rows at once stay at hand while all outcomes of them are added to.
  for (let from = 0; from < n; from += BLOCK) {
    const to = Math.min(n, from + BLOCK);
    let l = 0;
    for (; l + 4 <= p; l += 4) {
      const l0 = l * n, l1 = l0 + n, l2 = l1 + n, l3 = l2 + n; // prettier-ignore
      for (let j = 0; j < b.columns; j++) {
        const target = j * n;
        const at = j * p + l;
        const b0 = b.values[at]!, b1 = b.values[at + 1]!, b2 = b.values[at + 2]!, b3 = b.values[at + 3]!; // prettier-ignore
        for (let i = from; i < to; i++) {
          result.values[target + i]! +=
            values[l0 + i]! * b0 + values[l1 + i]! * b1 + values[l2 + i]! * b2 + values[l3 + i]! * b3;
        }
      }
    }
    for (; l < p; l++) {
      for (let j = 0; j < b.columns; j++) {
        const by = b.values[j * p + l]!;
        for (let i = from; i < to; i++) result.values[j * n + i]! += values[l * n + i]! * by;
      }
    }
  }
  return result;
}

/** Aᵀ B. */
export function crossed(a: Matrix, b: Matrix): Matrix {
  if (a.rows !== b.rows) throw new RangeError(`Expected ${a.rows} rows on the right, got ${b.rows}.`);
  const result = zeros(a.columns, b.columns);
  const right = Array.from({ length: b.columns }, (_, j) => columnOf(b, j));
  for (let l = 0; l < a.columns; l++) {
    const x = columnOf(a, l);
    right.forEach((y, j) => (result.values[j * a.columns + l] = dot(x, 0, y, 0, x.length)));
  }
  return result;
}

/** Σ of the products of `length` numbers from two places on, in four sums that do not wait for each other. */
export function dot(x: Float64Array, from: number, y: Float64Array, fromY: number, length: number): number {
  // Not by destructuring, which keeps the sums out of registers.
  let s0 = 0, s1 = 0, s2 = 0, s3 = 0; // prettier-ignore
  let i = 0;
  for (; i + 4 <= length; i += 4) {
    s0 += x[from + i]! * y[fromY + i]!;
    s1 += x[from + i + 1]! * y[fromY + i + 1]!;
    s2 += x[from + i + 2]! * y[fromY + i + 2]!;
    s3 += x[from + i + 3]! * y[fromY + i + 3]!;
  }
  for (; i < length; i++) s0 += x[from + i]! * y[fromY + i]!;
  return s0 + s1 + (s2 + s3);
}
