import { quietHost, stretch, type Host } from '../host';
import { Problem } from '../problem';
import { eigenWork, TURNS, type EigenWork } from './eigenWork';
import { zeros, type Matrix } from './matrix';

export interface Eigen {
  /** Descending. */
  readonly values: Float64Array;
  /** Unit eigenvectors: column j belongs to value j. Their signs carry no meaning. */
  readonly vectors: Matrix;
}

/** Iterations allowed for each eigenvalue; two or three are usual. */
const MOST_ITERATIONS = 60;

/**
 * All eigenvalues and eigenvectors of a symmetric matrix: Householder's reduction to tridiagonal form (Martin, Reinsch
 * and Wilkinson 1968), then the QL method with implicit shifts (Dubrulle, Martin and Wilkinson 1968). Vectors are kept
 * as rows while they are worked on, so that every inner loop runs over adjacent numbers.
 *
 * @param matrix p × p, symmetric; only its lower triangle is read
 * @returns eigenvalues in the matrix's unit, descending
 * @throws Problem when an entry is not finite or an eigenvalue does not settle
 */
export function symmetricEigen(matrix: Matrix, host: Host = quietHost): Eigen {
  const { work, diagonal, scale, reflections } = reduced(matrix, stretch(host, 0, 0.3));
  accumulate(work, reflections, stretch(host, 0.3, 0.45));
  implicitQL(work.rows, diagonal, work.beside, work.turnFour, stretch(host, 0.45, 1));
  return descending(work.rows, diagonal, scale);
}

/** The eigenvalues alone, descending, in about a fifth of the time. @throws Problem as {@link symmetricEigen} does */
export function symmetricEigenvalues(matrix: Matrix): Float64Array {
  const { work, diagonal, scale } = reduced(matrix, quietHost);
  const beside = work.beside.slice();
  const nothing = new Float64Array(0);
  implicitQL(
    Array.from(diagonal, () => nothing),
    diagonal,
    beside,
    () => undefined,
    quietHost,
  );
  return diagonal
    .map(value => value * scale)
    .sort()
    .reverse();
}

/** The matrix in tridiagonal form, with the reflections that brought it there. */
function reduced(matrix: Matrix, host: Host) {
  const p = matrix.rows;
  if (matrix.columns !== p) throw new RangeError(`Expected a square matrix, got ${p} × ${matrix.columns}.`);
  // Scaled by a power of two, which is exact, so that no square over- or underflows.
  const scale = powerOfTwoAbove(largest(matrix));
  const work = eigenWork(p);
  work.rows.forEach((row, i) => {
    for (let j = 0; j <= i; j++) row[j] = matrix.values[j * p + i]! / scale;
  });
  const reflections = tridiagonalise(work, host);
  return { work, diagonal: Float64Array.from(work.rows, (row, i) => row[i]!), scale, reflections };
}

function largest(matrix: Matrix): number {
  let most = 0;
  for (const value of matrix.values) {
    if (!Number.isFinite(value)) {
      throw new Problem(
        'the matrix holds a value that is not finite',
        'Look for extreme values in the measures.',
      );
    }
    most = Math.max(most, Math.abs(value));
  }
  return most;
}

function powerOfTwoAbove(value: number): number {
  let power = 1;
  while (power < value) power *= 2;
  while (power > value && power > Number.MIN_VALUE && value > 0) power /= 2;
  return power;
}

/**
 * Reduces the symmetric matrix `a` to tridiagonal form T = QᵀaQ. Afterwards the diagonal of `a` is that of T, its rows
 * hold Householder's vectors, and `e[i]` is the entry that joins i − 1 and i (`e[0]` is 0). Returns their scales.
 */
function tridiagonalise(
  { rows: a, beside: e, symmetricTimes, subtractTwo }: EigenWork,
  host: Host,
): Float64Array {
  const p = a.length;
  const scales = new Float64Array(p);
  for (let i = p - 1; i >= 1; i--) {
    const u = a[i]!;
    let scale = 0;
    for (let k = 0; k < i; k++) scale += Math.abs(u[k]!);
    if (i === 1 || scale === 0) {
      e[i] = u[i - 1]!;
      scales[i] = 0;
      continue;
    }
    // Householder's vector from the entries left of the diagonal.
    let h = 0;
    for (let k = 0; k < i; k++) {
      u[k]! /= scale;
      h += u[k]! * u[k]!;
    }
    const f = u[i - 1]!;
    const g = f >= 0 ? -Math.sqrt(h) : Math.sqrt(h);
    e[i] = scale * g;
    h -= f * g;
    u[i - 1] = f - g;
    scales[i] = h;
    // e[0…i) = A u / h, from the lower triangle, each row read once.
    for (let j = 0; j < i; j++) e[j] = 0;
    for (let j = 0; j < i; j++) {
      const uj = u[j]!;
      e[j]! += symmetricTimes(j, i, uj, a[j]![j]! * uj);
    }
    let product = 0;
    for (let j = 0; j < i; j++) {
      e[j]! /= h;
      product += e[j]! * u[j]!;
    }
    const half = product / (h + h);
    for (let j = 0; j < i; j++) e[j]! -= half * u[j]!;
    for (let j = 0; j < i; j++) subtractTwo(j, i, u[j]!, e[j]!);
    if (i % 16 === 0) host.progress(1 - (i / p) ** 3);
  }
  e[0] = 0;
  return scales;
}

/** Multiplies the Householder reflections out; row j of `a` becomes column j of Q. */
function accumulate({ rows: a, reflect }: EigenWork, scales: Float64Array, host: Host): void {
  const p = a.length;
  for (let i = 0; i < p; i++) {
    const u = a[i]!;
    const h = scales[i]!;
    if (h !== 0) reflect(i, h);
    u.fill(0, 0, i);
    u[i] = 1;
    for (let j = 0; j < i; j++) a[j]![i] = 0;
    if (i % 16 === 0) host.progress((i / p) ** 3);
  }
}

/** Diagonalises the tridiagonal matrix (d, e), turning the rows of `q` along: row j becomes eigenvector j. */
function implicitQL(
  q: Float64Array[],
  d: Float64Array,
  e: Float64Array,
  turnFour: EigenWork['turnFour'],
  host: Host,
): void {
  const p = d.length;
  for (let i = 1; i < p; i++) e[i - 1] = e[i]!;
  e[p - 1] = 0;
  // Entries this small beside the whole matrix are zero to working precision.
  let norm = 0;
  for (let i = 0; i < p; i++) norm = Math.max(norm, Math.abs(d[i]!) + Math.abs(e[i]!));
  const negligible = Number.EPSILON * norm * Number.EPSILON;
  const turns: Turns = { values: new Float64Array(2 * TURNS), count: 0, turnFour };
  for (let l = 0; l < p; l++) {
    for (let iteration = 0; ; iteration++) {
      let m = l;
      while (m < p - 1 && !isNegligible(e[m]!, d[m]!, d[m + 1]!, negligible)) m++;
      if (m === l) break;
      if (iteration === MOST_ITERATIONS) {
        throw new Problem(
          `eigenvalue ${l + 1} did not settle in ${MOST_ITERATIONS} iterations (last change ${Math.abs(e[l]!).toExponential(1)})`,
          'Look for measures of extreme size, or bring the measures to unit variance.',
        );
      }
      sweep(q, d, e, l, m, turns);
    }
    if (l % 8 === 0) host.progress(1 - (1 - l / p) ** 2);
  }
}

function isNegligible(beside: number, above: number, below: number, floor: number): boolean {
  return Math.abs(beside) <= Number.EPSILON * (Math.abs(above) + Math.abs(below)) + floor;
}

/** One implicit QL sweep over rows l…m, shifted towards the eigenvalue at l. */
function sweep(
  q: Float64Array[],
  d: Float64Array,
  e: Float64Array,
  l: number,
  m: number,
  turns: Turns,
): void {
  let g = (d[l + 1]! - d[l]!) / (2 * e[l]!);
  let r = hypotenuse(g, 1);
  g = d[m]! - d[l]! + e[l]! / (g + (g >= 0 ? r : -r));
  let s = 1;
  let c = 1;
  let shift = 0;
  for (let i = m - 1; i >= l; i--) {
    const f = s * e[i]!;
    const b = c * e[i]!;
    r = hypotenuse(f, g);
    e[i + 1] = r;
    if (r === 0) {
      d[i + 1]! -= shift;
      e[m] = 0;
      applyTurns(q, i + 1, turns);
      return;
    }
    s = f / r;
    c = g / r;
    g = d[i + 1]! - shift;
    r = (d[i]! - g) * s + 2 * c * b;
    shift = s * r;
    d[i + 1] = g + shift;
    g = c * r - b;
    turns.values[turns.count] = c;
    turns.values[TURNS + turns.count++] = s;
    if (turns.count === TURNS || i === l) applyTurns(q, i, turns);
  }
  d[l]! -= shift;
  e[l] = g;
  e[m] = 0;
}

/** By square root, which every host rounds alike. */
function hypotenuse(x: number, y: number): number {
  const most = Math.max(Math.abs(x), Math.abs(y));
  if (most === 0) return 0;
  return most * Math.sqrt((x / most) * (x / most) + (y / most) * (y / most));
}

/** Rotations of adjacent rows that are still to be done, each one row further up than the one before. */
interface Turns {
  /** Cosines, then sines. */
  readonly values: Float64Array;
  count: number;
  readonly turnFour: EigenWork['turnFour'];
}

/** @param top the upper row of the last rotation */
function applyTurns(q: Float64Array[], top: number, turns: Turns): void {
  const { values, count } = turns;
  turns.count = 0;
  if (count === TURNS) return turns.turnFour(top, values);
  for (let turn = 0; turn < count; turn++) {
    const upper = top + count - 1 - turn;
    rotate(q[upper]!, q[upper + 1]!, values[turn]!, values[TURNS + turn]!);
  }
}

function rotate(x: Float64Array, y: Float64Array, c: number, s: number): void {
  for (let k = 0; k < x.length; k++) {
    const f = y[k]!;
    y[k] = s * x[k]! + c * f;
    x[k] = c * x[k]! - s * f;
  }
}

function descending(rows: Float64Array[], values: Float64Array, scale: number): Eigen {
  const p = values.length;
  const order = [...values.keys()].sort((a, b) => values[b]! - values[a]!);
  const vectors = zeros(p, p);
  order.forEach((from, to) => vectors.values.set(rows[from]!, to * p));
  return { values: Float64Array.from(order, from => values[from]! * scale), vectors };
}
