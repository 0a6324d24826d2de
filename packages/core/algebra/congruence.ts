import { columnOf, type Matrix } from './matrix';

/** From here two dimensions are taken for fairly similar, and for equal (Lorenzo-Seva and ten Berge 2006). */
export const FAIR = 0.85;
export const EQUAL = 0.95;

/** Tucker's coefficient of congruence of two columns of loadings: Σ xy / √(Σ x² Σ y²) (Tucker 1951). */
export function congruence(x: Float64Array, y: Float64Array): number {
  let [xx, yy, xy] = [0, 0, 0];
  for (let i = 0; i < x.length; i++) {
    xx += x[i]! * x[i]!;
    yy += y[i]! * y[i]!;
    xy += x[i]! * y[i]!;
  }
  return xx > 0 && yy > 0 ? xy / Math.sqrt(xx * yy) : 0;
}

/**
 * For each column of `a` the congruence with the column of `b` that is paired with it: the pairs of greatest size are
 * made first, and signs are turned to be positive.
 */
export function pairedCongruence(a: Matrix, b: Matrix): { readonly with: number; readonly value: number }[] {
  const pairs: { i: number; j: number; value: number }[] = [];
  for (let i = 0; i < a.columns; i++) {
    for (let j = 0; j < b.columns; j++) {
      pairs.push({ i, j, value: Math.abs(congruence(columnOf(a, i), columnOf(b, j))) });
    }
  }
  pairs.sort((one, other) => other.value - one.value);
  const result = Array.from({ length: a.columns }, () => ({ with: -1, value: 0 }));
  const taken = new Set<number>();
  for (const { i, j, value } of pairs) {
    if (result[i]!.with >= 0 || taken.has(j)) continue;
    result[i] = { with: j, value };
    taken.add(j);
  }
  return result;
}
