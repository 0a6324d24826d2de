import { quietHost, type Host } from '../host';
import { crossProducts } from './crossProducts';
import { columnOf, transpose, zeros, type Matrix } from './matrix';
import { product } from './product';
import { turnLargestPositive } from './sign';
import { symmetricEigen } from './symmetricEigen';

/** Directions of leading components, and what they hold. */
export interface LeadingDirections {
  /** p × count, of unit length; fewer columns where there are fewer dimensions. */
  readonly coefficients: Matrix;
  /** Of all variance. */
  readonly share: number;
}

/** Scores on leading components, and what they hold. */
export interface LeadingScores extends LeadingDirections {
  /** n × count, about their means, in descending variance; fewer columns where there are fewer dimensions. */
  readonly scores: Matrix;
  /** What is taken off each column before; null where they were about their means already. */
  readonly means: Float64Array | null;
}

/**
 * The leading principal components of the covariances of n × p numbers about their means, by the side that is shorter
 * (Hotelling 1933). The largest coefficient of each is positive.
 *
 * @param products of the columns, where they are at hand
 */
export function leadingDirections(
  about: Matrix,
  count: number,
  host: Host = quietHost,
  products: Matrix | null = null,
): LeadingDirections {
  const { rows: n, columns: p } = about;
  const wide = p > n && products === null;
  const { values, vectors } = symmetricEigen(
    products ?? crossProducts(wide ? transpose(about) : about, host),
  );
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
  return { coefficients, share: total > 0 ? held / total : 0 };
}

/**
 * Scores of n × p numbers on their {@link leadingDirections}.
 *
 * @param centred whether the columns are about their means already
 */
export function leadingScores(
  x: Matrix,
  count: number,
  centred: boolean,
  host: Host = quietHost,
): LeadingScores {
  const means = centred ? null : meansOf(x);
  const about = means === null ? x : aboutMeans(x, means);
  const directions = leadingDirections(about, count, host);
  return { ...directions, scores: product(about, directions.coefficients), means };
}

function meansOf(x: Matrix): Float64Array {
  return Float64Array.from({ length: x.columns }, (_, j) => {
    const column = columnOf(x, j);
    let sum = 0;
    for (let i = 0; i < column.length; i++) sum += column[i]!;
    return sum / column.length;
  });
}

/** Columns with these means taken off. */
export function aboutMeans(x: Matrix, means: Float64Array): Matrix {
  const result = { ...x, values: x.values.slice() };
  for (let j = 0; j < x.columns; j++) {
    const column = columnOf(result, j);
    const mean = means[j]!;
    for (let i = 0; i < column.length; i++) column[i]! -= mean;
  }
  return result;
}
