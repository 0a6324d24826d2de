import { entry, transpose, zeros, type Matrix } from '../../algebra/matrix';
import { crossed, product } from '../../algebra/product';
import { seededRandom } from '../../algebra/random';

/** From its lower triangle, row by row. */
export function symmetric(...rows: readonly (readonly number[])[]): Matrix {
  const p = rows.length;
  const matrix = zeros(p, p);
  rows.forEach((row, i) =>
    row.forEach((value, j) => {
      matrix.values[j * p + i] = value;
      matrix.values[i * p + j] = value;
    }),
  );
  return matrix;
}

/** Five socio-economic figures of twelve districts (Harman 1960). */
export const harman = symmetric(
  [1],
  [0.00975, 1],
  [0.97245, 0.15428, 1],
  [0.43887, 0.69141, 0.51472, 1],
  [0.02241, 0.86307, 0.12193, 0.77765, 1],
);

/** Correlations of n normal rows whose measures have those loadings and whatever else is their own. */
export function sampled(pattern: Matrix, phi: Matrix, n: number, seed: number): Matrix {
  const { normal } = seededRandom(seed);
  const [p, m] = [pattern.rows, pattern.columns];
  const common = product(product(pattern, phi), transpose(pattern));
  const values = zeros(n, p);
  // Φ is the identity, or .5 between two.
  const mix = m === 2 ? [1, 0, entry(phi, 0, 1), Math.sqrt(1 - entry(phi, 0, 1) ** 2)] : null;
  for (let i = 0; i < n; i++) {
    const z = Array.from({ length: m }, normal);
    const f = mix === null ? z : [z[0]!, mix[2]! * z[0]! + mix[3]! * z[1]!];
    for (let j = 0; j < p; j++) {
      const of = f.reduce((sum, score, d) => sum + score * entry(pattern, j, d), 0);
      values.values[j * n + i] = of + Math.sqrt(1 - entry(common, j, j)) * normal();
    }
  }
  return correlationsOf(values);
}

function correlationsOf({ rows: n, columns: p, values }: Matrix): Matrix {
  const centred = zeros(n, p);
  for (let j = 0; j < p; j++) {
    const column = values.subarray(j * n, (j + 1) * n);
    const mean = column.reduce((sum, value) => sum + value, 0) / n;
    const length = Math.sqrt(column.reduce((sum, value) => sum + (value - mean) ** 2, 0));
    column.forEach((value, i) => (centred.values[j * n + i] = (value - mean) / length));
  }
  return crossed(centred, centred);
}

/** p items, by turns on m factors. */
export function truth(p: number, m: number, seed: number) {
  const { uniform } = seededRandom(seed);
  const pattern = zeros(p, m);
  for (let j = 0; j < p; j++) pattern.values[(j % m) * p + j] = 0.5 + 0.35 * uniform();
  return pattern;
}

/** ln of the determinant, by elimination; the matrices are definite. */
export function logDeterminant({ rows: p, values }: Matrix): number {
  const a = values.slice();
  let sum = 0;
  for (let k = 0; k < p; k++) {
    sum += Math.log(a[k * p + k]!);
    for (let i = k + 1; i < p; i++) {
      const by = a[k * p + i]! / a[k * p + k]!;
      for (let j = k; j < p; j++) a[j * p + i]! -= by * a[j * p + k]!;
    }
  }
  return sum;
}

/** ln|Σ| − ln|R| + tr(RΣ⁻¹) − p, the last by solving Σ X = R column by column. */
export function discrepancyOf(r: Matrix, sigma: Matrix): number {
  const p = r.rows;
  let trace = 0;
  for (let column = 0; column < p; column++) {
    const a = sigma.values.slice();
    const b = r.values.slice(column * p, (column + 1) * p);
    for (let k = 0; k < p; k++) {
      for (let i = k + 1; i < p; i++) {
        const by = a[k * p + i]! / a[k * p + k]!;
        for (let j = k; j < p; j++) a[j * p + i]! -= by * a[j * p + k]!;
        b[i]! -= by * b[k]!;
      }
    }
    for (let k = p - 1; k >= 0; k--) {
      for (let j = k + 1; j < p; j++) b[k]! -= a[j * p + k]! * b[j]!;
      b[k]! /= a[k * p + k]!;
    }
    trace += b[column]!;
  }
  return logDeterminant(sigma) - logDeterminant(r) + trace - p;
}
