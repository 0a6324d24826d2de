import { leadingVectors } from './leadingVectors';
import { columnOf, zeros, type Matrix } from './matrix';
import { product } from './product';
import { turnLargestPositive } from './sign';

/**
 * Places whose distances come near to given ones (Torgerson 1952; Gower 1966): the leading eigenvectors of
 * −½ (I − 1/n) D² (I − 1/n), each as long as the root of its eigenvalue. The largest coordinate of each is positive.
 *
 * @param distances n × n, symmetric, zeros along the diagonal
 * @returns n × count, about their means, in descending variance; fewer columns where fewer eigenvalues are positive
 */
export function classicalScaling(distances: Matrix, count: number): Matrix {
  const n = distances.rows;
  const products = doublyCentred(distances);
  // Distances that no places have make negative eigenvalues; some of the largest may be among them.
  const vectors = leadingVectors(products, Math.min(n, 2 * count));
  const moved = product(products, vectors);
  const found = Array.from({ length: vectors.columns }, (_, d) => {
    const vector = columnOf(vectors, d);
    const value = vector.reduce((sum, entry, i) => sum + entry * columnOf(moved, d)[i]!, 0);
    return { vector, value };
  }).sort((a, b) => b.value - a.value);
  const largest = found.reduce((most, { value }) => Math.max(most, Math.abs(value)), 0);
  const kept = found.slice(0, count).filter(({ value }) => value > n * Number.EPSILON * largest);
  const places = zeros(n, kept.length);
  kept.forEach(({ vector, value }, d) => {
    const target = columnOf(places, d);
    vector.forEach((entry, i) => (target[i] = entry * Math.sqrt(value)));
    turnLargestPositive(target);
  });
  return places;
}

function doublyCentred({ rows: n, values }: Matrix): Matrix {
  const result = zeros(n, n);
  const means = new Float64Array(n);
  let mean = 0;
  for (let j = 0; j < n; j++) {
    for (let i = 0; i < n; i++) means[j]! += values[j * n + i]! ** 2 / n;
    mean += means[j]! / n;
  }
  for (let j = 0; j < n; j++) {
    for (let i = 0; i < n; i++) {
      result.values[j * n + i] = -(values[j * n + i]! ** 2 - means[i]! - means[j]! + mean) / 2;
    }
  }
  return result;
}
