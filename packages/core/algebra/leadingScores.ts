import { quietHost, type Host } from '../host';
import { crossProducts } from './crossProducts';
import { columnOf, transpose, zeros, type Matrix } from './matrix';
import { product } from './product';
import { turnLargestPositive } from './sign';
import { symmetricEigen } from './symmetricEigen';

/** Scores on leading components, and what they hold. */
export interface LeadingScores {
  /** n × count, about their means, in descending variance; fewer columns where there are fewer dimensions. */
  readonly scores: Matrix;
  /** Of all variance. */
  readonly share: number;
}

/**
 * Scores on the leading principal components of the covariances of n × p numbers, by the side that is shorter
 * (Hotelling 1933). The largest coefficient of each component is positive.
 *
 * @param centred whether the columns are about their means already
 */
export function leadingScores(
  x: Matrix,
  count: number,
  centred: boolean,
  host: Host = quietHost,
): LeadingScores {
  const about = centred ? x : aboutMeans(x);
  const { rows: n, columns: p } = about;
  const wide = p > n;
  const { values, vectors } = symmetricEigen(crossProducts(wide ? transpose(about) : about, host));
  const floor = Math.max(n, p) * Number.EPSILON * Math.max(values[0] ?? 0, 0);
  const total = values.reduce((sum, value) => sum + Math.max(0, value), 0);
  let found = 0;
  while (found < Math.min(count, values.length) && values[found]! > floor) found++;
  const coefficients = zeros(p, found);
  for (let d = 0; d < found; d++) {
    const vector = columnOf(coefficients, d);
    const own = { rows: vectors.rows, columns: 1, values: columnOf(vectors, d) };
    vector.set(wide ? product(transpose(about), own).values : own.values);
    if (wide) for (let j = 0; j < p; j++) vector[j]! /= Math.sqrt(values[d]!);
    turnLargestPositive(vector);
  }
  let held = 0;
  for (let d = 0; d < found; d++) held += values[d]!;
  return { scores: product(about, coefficients), share: total > 0 ? held / total : 0 };
}

function aboutMeans(x: Matrix): Matrix {
  const result = { ...x, values: x.values.slice() };
  for (let j = 0; j < x.columns; j++) {
    const column = columnOf(result, j);
    let sum = 0;
    for (let i = 0; i < column.length; i++) sum += column[i]!;
    const mean = sum / column.length;
    for (let i = 0; i < column.length; i++) column[i]! -= mean;
  }
  return result;
}
