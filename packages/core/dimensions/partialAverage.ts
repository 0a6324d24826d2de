import { leastOf } from '../algebra/extremes';
import { entry, type Matrix } from '../algebra/matrix';
import type { Eigen } from '../algebra/symmetricEigen';

export interface PartialAverages {
  /** Mean squared partial correlation after 0, 1, 2 … components are taken out (Velicer 1976). */
  readonly squared: Float64Array;
  /** The same of fourth powers (Velicer, Eaton and Fava 2000). */
  readonly fourth: Float64Array;
  /** Where each is least. */
  readonly bySquared: number;
  readonly byFourth: number;
}

const SPENT = 1e-8;

/**
 * The minimum average partial: components are taken out of the correlations one by one while what is left is, on
 * average, less and less related.
 *
 * @param most components taken out at most; p − 1 where it is not given
 */
export function partialAverages(
  correlations: Matrix,
  { values, vectors }: Eigen,
  most: number = correlations.rows - 1,
): PartialAverages {
  const p = correlations.rows;
  const rest = correlations.values.slice();
  const squared: number[] = [];
  const fourth: number[] = [];
  for (let m = 0; m <= Math.min(most, p - 1); m++) {
    if (m > 0) {
      for (let a = 0; a < p; a++) {
        const by = values[m - 1]! * entry(vectors, a, m - 1);
        for (let b = 0; b < p; b++) rest[a * p + b]! -= by * entry(vectors, b, m - 1);
      }
    }
    const roots = Float64Array.from({ length: p }, (_, j) => Math.sqrt(Math.max(0, rest[j * p + j]!)));
    // A column that is spent has no partial correlations.
    if (roots.some(root => root < SPENT)) break;
    let [s2, s4] = [0, 0];
    for (let a = 0; a < p; a++) {
      for (let b = 0; b < a; b++) {
        const r = rest[a * p + b]! / (roots[a]! * roots[b]!);
        s2 += r * r;
        s4 += r * r * r * r;
      }
    }
    const pairs = (p * (p - 1)) / 2;
    squared.push(s2 / pairs);
    fourth.push(s4 / pairs);
  }
  return {
    squared: Float64Array.from(squared),
    fourth: Float64Array.from(fourth),
    bySquared: squared.indexOf(leastOf(squared)),
    byFourth: fourth.indexOf(leastOf(fourth)),
  };
}
