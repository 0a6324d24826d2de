import { congruence, pairedCongruence } from '../algebra/congruence';
import { inverseOf } from '../algebra/inverseOf';
import { columnOf, someColumns, zeros, type Matrix } from '../algebra/matrix';
import { crossed, product } from '../algebra/product';
import { nearestRotation } from '../rotation/orthogonal';

/** Loadings laid on others, and what they were multiplied with from the right for it. */
export interface Laid {
  readonly loadings: Matrix;
  readonly by: Matrix;
}

/** Each dimension laid on the one that it is most alike, the most alike first, with its sign. */
export function matchedTo(found: Matrix, own: Matrix): Laid {
  const by = zeros(own.columns, found.columns);
  pairedCongruence(found, own).forEach(({ with: from }, d) => {
    if (from < 0) return;
    const sign = congruence(columnOf(own, from), columnOf(found, d)) < 0 ? -1 : 1;
    by.values[d * own.columns + from] = sign;
  });
  return { loadings: product(own, by), by };
}

/**
 * Dimensions turned together as near to others as they can be: by a rotation (Schönemann 1966), or by any transformation
 * that leaves each at unit variance where they may correlate (Browne 1967, by least squares).
 */
export function turnedTo(found: Matrix, own: Matrix, oblique: boolean): Laid {
  if (own.columns < found.columns) return matchedTo(found, own);
  const by = (oblique ? obliqueTo(found, own) : null) ?? nearestRotation(crossed(own, found));
  return { loadings: product(own, by), by };
}

function obliqueTo(found: Matrix, own: Matrix): Matrix | null {
  const inverse = inverseOf(crossed(own, own));
  const free = inverse && product(inverse, crossed(own, found));
  const back = free && inverseOf(free);
  if (free === null || back === null) return null;
  // Factors are then the inverse times the first ones: each column is scaled so that its factor has a variance of 1.
  const k = free.columns;
  const scaled = zeros(k, k);
  for (let d = 0; d < k; d++) {
    let variance = 0;
    for (let e = 0; e < k; e++) variance += back.values[e * k + d]! ** 2;
    columnOf(scaled, d).set(columnOf(free, d).map(value => value * Math.sqrt(variance)));
  }
  return scaled;
}

/** The lesser congruence of two dimensions that follow each other, once they are turned within the plane of both. */
export function planeCongruence(laid: Matrix, found: Matrix, d: number): number {
  const [own, wanted] = [someColumns(laid, [d, d + 1]), someColumns(found, [d, d + 1])];
  const turned = product(own, nearestRotation(crossed(own, wanted)));
  return Math.min(
    congruence(columnOf(turned, 0), columnOf(wanted, 0)),
    congruence(columnOf(turned, 1), columnOf(wanted, 1)),
  );
}
