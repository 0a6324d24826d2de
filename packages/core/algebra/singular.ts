import { columnOf, zeros, type Matrix } from './matrix';

/** What of a matrix X follows from its singular values. */
export interface RightSingular {
  /** Columns that are independent of one another. */
  readonly rank: number;
  /** Singular values, descending; as many as the rank. */
  readonly values: Float64Array;
  /** p × rank, unit columns: v with Xᵀ X v = σ² v. */
  readonly vectors: Matrix;
}

const MOST_SWEEPS = 60;

/**
 * Singular values and right vectors of a matrix with at least as many rows as columns, each to nearly all its digits
 * even where columns differ by many orders of magnitude: Householder's factor of the columns at unit length, the column
 * farthest from those before it first (Businger and Golub 1965), then rotations of the rows of that factor, at their
 * own lengths again, until they are at right angles (one-sided Jacobi: Demmel and Veselić 1992; Drmač and Veselić 2008).
 *
 * @param x n × p, n ≥ p
 * @param noise for each column, how large a rest of its unit length is taken for rounding
 */
export function rightSingular(x: Matrix, noise: ArrayLike<number>): RightSingular {
  const p = x.columns;
  const lengths = Float64Array.from({ length: p }, (_, j) => lengthOf(columnOf(x, j), 0));
  const unit: Matrix = { ...x, values: x.values.slice() };
  for (let j = 0; j < p; j++) scale(columnOf(unit, j), lengths[j]! > 0 ? 1 / lengths[j]! : 0);
  const { factor, order, rank } = pivotedFactor(unit, noise);
  // Column k: row k of the triangular factor, the entries of each measure at its own length.
  const turned = zeros(p, rank);
  for (let k = 0; k < rank; k++) {
    const row = columnOf(turned, k);
    for (let j = k; j < p; j++) row[order[j]!] = factor[j]![k]! * lengths[order[j]!]!;
  }
  rightAngles(turned);
  const sizes = Float64Array.from({ length: rank }, (_, k) => lengthOf(columnOf(turned, k), 0));
  const descending = [...sizes.keys()].sort((a, b) => sizes[b]! - sizes[a]!);
  const vectors = zeros(p, rank);
  descending.forEach((from, to) => {
    const vector = columnOf(vectors, to);
    vector.set(columnOf(turned, from));
    scale(vector, 1 / sizes[from]!);
  });
  return { rank, values: Float64Array.from(descending, k => sizes[k]!), vectors };
}

/** The triangular factor of a matrix by columns (the first k + 1 entries of column k), in the order they were taken. */
function pivotedFactor(x: Matrix, noise: ArrayLike<number>) {
  const columns = Array.from({ length: x.columns }, (_, j) => columnOf(x, j));
  const order = [...columns.keys()];
  let rank = 0;
  for (; rank < columns.length; rank++) {
    let best = -1;
    let most = 0;
    for (let j = rank; j < columns.length; j++) {
      const rest = lengthOf(columns[j]!, rank);
      if (rest > most && rest > noise[order[j]!]!) [best, most] = [j, rest];
    }
    if (best < 0) break;
    [columns[rank], columns[best]] = [columns[best]!, columns[rank]!];
    [order[rank], order[best]] = [order[best]!, order[rank]!];
    reflect(columns, rank, most);
  }
  return { factor: columns, order, rank };
}

/** Householder's reflection that leaves of column k no entry below its k-th, applied to those after it. */
function reflect(columns: Float64Array[], k: number, length: number): void {
  const u = columns[k]!.slice(k);
  const size = u[0]! > 0 ? -length : length;
  u[0]! -= size;
  const square = lengthOf(u, 0) ** 2;
  columns[k]!.fill(0, k);
  columns[k]![k] = size;
  for (let j = k + 1; j < columns.length; j++) {
    const column = columns[j]!;
    let along = 0;
    for (let i = 0; i < u.length; i++) along += u[i]! * column[k + i]!;
    along *= 2 / square;
    for (let i = 0; i < u.length; i++) column[k + i]! -= along * u[i]!;
  }
}

/** Turns columns, two by two, until all are at right angles. */
function rightAngles(m: Matrix): void {
  const columns = Array.from({ length: m.columns }, (_, j) => columnOf(m, j));
  const tolerance = Math.sqrt(m.rows) * Number.EPSILON;
  for (let sweep = 0; sweep < MOST_SWEEPS; sweep++) {
    let turned = false;
    for (let i = 0; i < columns.length; i++) {
      for (let j = i + 1; j < columns.length; j++) {
        if (turnApart(columns[i]!, columns[j]!, tolerance)) turned = true;
      }
    }
    if (!turned) return;
  }
}

/** Turns two columns to right angles, the longer first; whether that was needed. */
function turnApart(x: Float64Array, y: Float64Array, tolerance: number): boolean {
  const [a, b] = [lengthOf(x, 0), lengthOf(y, 0)];
  if (a === 0 || b === 0) return false;
  let cosine = 0;
  for (let i = 0; i < x.length; i++) cosine += (x[i]! / a) * (y[i]! / b);
  if (!(Math.abs(cosine) > tolerance)) return false;
  const zeta = (b / a - a / b) / (2 * cosine);
  const t = (zeta >= 0 ? 1 : -1) / (Math.abs(zeta) + Math.sqrt(1 + zeta * zeta));
  const c = 1 / Math.sqrt(1 + t * t);
  const s = c * t;
  for (let i = 0; i < x.length; i++) {
    const value = x[i]!;
    x[i] = c * value - s * y[i]!;
    y[i] = s * value + c * y[i]!;
  }
  return true;
}

/** The length of a column from one place on, without over- or underflow. */
function lengthOf(column: Float64Array, from: number): number {
  let most = 0;
  for (let i = from; i < column.length; i++) most = Math.max(most, Math.abs(column[i]!));
  if (most === 0) return 0;
  let squares = 0;
  for (let i = from; i < column.length; i++) squares += (column[i]! / most) * (column[i]! / most);
  return most * Math.sqrt(squares);
}

function scale(column: Float64Array, by: number): void {
  for (let i = 0; i < column.length; i++) column[i]! *= by;
}
