import type { Matrix } from './matrix';

/** A column that depends on others, and those it is made of, the heaviest first. */
export interface Dependence {
  readonly column: number;
  readonly on: readonly { readonly column: number; readonly weight: number }[];
}

/** Weights below this beside the largest of a dependence are rounding. */
const NEGLIGIBLE = 1e-5;
/** Entries that differ by less than this share are equally large: the later column is the dependent one. */
const TIE = 1e-6;

/**
 * Which columns depend on which, from a basis of the null space of their correlations: the basis is reduced so that each
 * of its vectors has one column by itself, the one with the largest entry that is left (Gauss and Jordan). However many
 * columns a dependence is spread over, it is one vector.
 *
 * @param basis p × r
 */
export function dependences(basis: Matrix): Dependence[] {
  const { rows: p, columns: r } = basis;
  const vectors = Array.from({ length: r }, (_, d) => basis.values.slice(d * p, (d + 1) * p));
  const found: { vector: Float64Array; column: number }[] = [];
  for (const own of vectors.keys()) {
    let [which, column, most] = [own, 0, 0];
    for (let v = own; v < r; v++) {
      for (let j = 0; j < p; j++) {
        const size = Math.abs(vectors[v]![j]!);
        if (size >= most * (1 - TIE) && (size > most * (1 + TIE) || j > column)) {
          [which, column, most] = [v, j, size];
        }
      }
    }
    if (most === 0) break;
    [vectors[own], vectors[which]] = [vectors[which]!, vectors[own]!];
    const vector = vectors[own]!;
    const by = vector[column]!;
    for (let j = 0; j < p; j++) vector[j]! /= by;
    vectors.forEach((other, v) => {
      if (v === own) return;
      const times = other[column]!;
      for (let j = 0; j < p; j++) other[j]! -= times * vector[j]!;
      other[column] = 0;
    });
    found.push({ vector, column });
  }
  return found
    .map(({ vector, column }) => ({ column, on: weightsIn(vector, column) }))
    .sort((a, b) => a.column - b.column);
}

/** x = −Σ of the other entries, since the vector's own entry is 1 and their sum is 0. */
function weightsIn(vector: Float64Array, column: number): Dependence['on'] {
  let most = 0;
  vector.forEach((value, j) => (most = j === column ? most : Math.max(most, Math.abs(value))));
  return [...vector]
    .map((value, j) => ({ column: j, weight: -value }))
    .filter(({ column: j, weight }) => j !== column && Math.abs(weight) > NEGLIGIBLE * most)
    .sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight));
}
