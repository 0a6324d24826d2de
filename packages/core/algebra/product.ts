import { columnOf, zeros, type Matrix } from './matrix';

/** The k × k identity. */
export function identity(k: number): Matrix {
  const result = zeros(k, k);
  for (let i = 0; i < k; i++) result.values[i * k + i] = 1;
  return result;
}

/** A B, for a right side of few columns. */
export function product(a: Matrix, b: Matrix): Matrix {
  if (a.columns !== b.rows) {
    throw new RangeError(`Expected ${a.columns} rows on the right, got ${b.rows}.`);
  }
  const result = zeros(a.rows, b.columns);
  // Each column of the left side is read once.
  for (let l = 0; l < a.columns; l++) {
    const source = columnOf(a, l);
    for (let j = 0; j < b.columns; j++) addTimes(columnOf(result, j), source, b.values[j * b.rows + l]!);
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

function addTimes(target: Float64Array, source: Float64Array, by: number): void {
  for (let i = 0; i < target.length; i++) target[i]! += by * source[i]!;
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
