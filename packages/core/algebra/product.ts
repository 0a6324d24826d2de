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
  for (let j = 0; j < b.columns; j++) {
    const target = columnOf(result, j);
    for (let l = 0; l < a.columns; l++) {
      const source = columnOf(a, l);
      const by = b.values[j * b.rows + l]!;
      for (let i = 0; i < target.length; i++) target[i]! += by * source[i]!;
    }
  }
  return result;
}

/** Aᵀ B. */
export function crossed(a: Matrix, b: Matrix): Matrix {
  if (a.rows !== b.rows) throw new RangeError(`Expected ${a.rows} rows on the right, got ${b.rows}.`);
  const result = zeros(a.columns, b.columns);
  for (let j = 0; j < b.columns; j++) {
    const y = columnOf(b, j);
    for (let l = 0; l < a.columns; l++) {
      const x = columnOf(a, l);
      let sum = 0;
      for (let i = 0; i < x.length; i++) sum += x[i]! * y[i]!;
      result.values[j * a.columns + l] = sum;
    }
  }
  return result;
}
