import { BASE, kernels } from '@wold/kernels/kernels';
import { crossProducts } from './crossProducts';
import type { Dependence } from './nullSpace';
import { dot } from './product';
import type { Matrix } from './matrix';

/** A symmetric matrix parted into independent columns and those that depend on them. */
export interface Independence {
  /** Columns that are independent of one another, ascending. */
  readonly independent: readonly number[];
  /** Each other column, with the independent ones it is made of and their weights. */
  readonly dependent: readonly Dependence[];
}

/**
 * Which columns of a correlation matrix depend on others: columns are taken in their order, and one whose squared
 * multiple correlation with those taken before is 1 (to within `tolerance`) depends on them (Cholesky's factor, column
 * by column).
 *
 * @param most independent columns that there can be: it ends where so many are found
 */
export function independence(matrix: Matrix, tolerance = 1e-9, most = Infinity): Independence {
  const p = matrix.rows;
  const taken: number[] = [];
  const rows: Float64Array[] = [];
  const dependent: Dependence[] = [];
  for (let j = 0; j < p && taken.length < most; j++) {
    // Solve L y = r for the column's correlations with those taken.
    const y = new Float64Array(taken.length);
    let rest = matrix.values[j * p + j]!;
    for (let k = 0; k < taken.length; k++) {
      let sum = matrix.values[j * p + taken[k]!]!;
      const row = rows[k]!;
      for (let m = 0; m < k; m++) sum -= row[m]! * y[m]!;
      y[k] = sum / row[k]!;
      rest -= y[k]! * y[k]!;
    }
    if (rest > tolerance) {
      const row = new Float64Array(taken.length + 1);
      row.set(y);
      row[taken.length] = Math.sqrt(rest);
      rows.push(row);
      taken.push(j);
      continue;
    }
    // Solve Lᵀ w = y for the weights.
    const w = new Float64Array(taken.length);
    for (let k = taken.length - 1; k >= 0; k--) {
      let sum = y[k]!;
      for (let m = k + 1; m < taken.length; m++) sum -= rows[m]![k]! * w[m]!;
      w[k] = sum / rows[k]![k]!;
    }
    dependent.push({
      column: j,
      on: taken
        .map((column, k) => ({ column, weight: w[k]! }))
        .filter(({ weight }) => Math.abs(weight) > 1e-4)
        .sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight)),
    });
  }
  return { independent: taken, dependent };
}

/**
 * The inverse of a symmetric positive definite matrix and the logarithm of its determinant, by Cholesky's factor;
 * null where it is not positive definite.
 */
export function invertDefinite(matrix: Matrix): { inverse: Matrix; logDeterminant: number } | null {
  const root = inverseFactor(matrix);
  return root && { inverse: crossProducts(root.factor), logDeterminant: root.logDeterminant };
}

/**
 * The inverse L⁻¹ of Cholesky's factor of a symmetric positive definite matrix L Lᵀ, and the logarithm of its
 * determinant; null where it is not positive definite, beside its diagonal.
 */
export function inverseFactor(matrix: Matrix): { factor: Matrix; logDeterminant: number } | null {
  const p = matrix.rows;
  const { lower, turned, dotLower, dotBoth } = triangles(p);
  let logDeterminant = 0;
  for (let i = 0; i < p; i++) {
    for (let j = 0; j <= i; j++) {
      const sum = matrix.values[i * p + j]! - dotLower(i * p, j * p, j);
      if (i === j) {
        // What rounding leaves of a column that others make up is none of its own.
        if (!(sum > DEPENDENT * matrix.values[i * p + i]!)) return null;
        lower[i * p + i] = Math.sqrt(sum);
        logDeterminant += Math.log(sum);
      } else lower[i * p + j] = sum / lower[j * p + j]!;
    }
  }
  // By columns, so that inner loops run over adjacent numbers.
  for (let j = 0; j < p; j++) {
    turned[j * p + j] = 1 / lower[j * p + j]!;
    for (let i = j + 1; i < p; i++) {
      turned[j * p + i] = -dotBoth(i * p + j, j * p + j, i - j) / lower[i * p + i]!;
    }
  }
  // A copy, since products may be made in the same room.
  return { factor: { rows: p, columns: p, values: turned.slice() }, logDeterminant };
}

/** The share of a column's square that others leave of it, from which on it is its own. */
const DEPENDENT = 1e-12;
const FEW = 24;
const MOST = 6000;

/** Two p × p triangles, all zero, and products of stretches of their rows: compiled where the host can. */
function triangles(p: number) {
  const fast = p < FEW || p > MOST ? null : kernels();
  const memory = fast?.room(2 * p * p) ?? null;
  if (fast === null || memory === null) {
    const lower = new Float64Array(p * p);
    const turned = new Float64Array(p * p);
    return {
      lower,
      turned,
      dotLower: (x: number, y: number, count: number) => dot(lower, x, lower, y, count),
      dotBoth: (x: number, y: number, count: number) => dot(lower, x, turned, y, count),
    };
  }
  memory.fill(0);
  const second = BASE + 8 * p * p;
  return {
    lower: memory.subarray(0, p * p),
    turned: memory.subarray(p * p),
    dotLower: (x: number, y: number, count: number) => fast.dot(BASE + 8 * x, BASE + 8 * y, count),
    dotBoth: (x: number, y: number, count: number) => fast.dot(BASE + 8 * x, second + 8 * y, count),
  };
}
