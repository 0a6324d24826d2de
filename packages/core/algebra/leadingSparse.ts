import { quietHost, type Host } from '../host';
import { columnOf, zeros, type Matrix } from './matrix';
import { crossed, product } from './product';
import { seededRandom } from './random';
import {
  crossVector,
  dot,
  mapSparse,
  productsWith,
  timesVector,
  transposeSparse,
  type SparseRows,
} from './sparseRows';
import { symmetricEigen } from './symmetricEigen';

/** The leading eigenpairs of the covariances of sparse rows about offsets. */
export interface LeadingSparse {
  /** Descending, none below zero. */
  readonly values: Float64Array;
  /** Columns × found: unit vectors at right angles to each other. */
  readonly vectors: Matrix;
  /** How often all rows were gone through, there and back. */
  readonly rounds: number;
  /** The largest length of A v − λ v, as a share of the largest λ. */
  readonly residual: number;
}

/** Vectors that are multiplied at once: as many equal eigenvalues are all found. */
const BLOCK = 8;
/** Sides up to which all products are held and all eigenpairs found. */
const SMALL = 600;
/** Residuals, as shares of the largest eigenvalue, that are as good as none. */
const TOLERANCE = 1e-9;
const MOST_ROUNDS = 400;
/** Of a new direction, what is left beside those there are; below it there is nothing new. */
const NOTHING_NEW = 1e-10;

/**
 * The leading eigenpairs of Xᵀ D X / divisor, X being sparse rows less their offsets and D the weights, without ever
 * centring a row: block Lanczos (Golub and Underwood 1977) with all directions kept at right angles and, from time to
 * time, begun again with the best of them (Wu and Simon 2000), on the side of the rows or the columns, whichever is
 * shorter; all of them from the products, where one side is short.
 *
 * @param count how many, cut back to as many as there can be
 * @param tolerance the largest residual, as a share of the largest eigenvalue
 * @param small sides up to which all products are held and all eigenpairs found
 */
export function leadingSparse(
  sparse: SparseRows,
  offsets: Float64Array,
  weights: Float64Array | null,
  divisor: number,
  count: number,
  host: Host = quietHost,
  tolerance = TOLERANCE,
  small = SMALL,
): LeadingSparse {
  const { rows, columns } = sparse;
  const roots = weights?.map(Math.sqrt) ?? null;
  const byRoots = (x: Float64Array) => (roots === null ? x : x.map((value, i) => value * roots[i]!));
  const toRows = (v: Float64Array) => {
    const shift = dot(offsets, v);
    return byRoots(timesVector(sparse, v).map(value => value - shift));
  };
  const toColumns = (u: Float64Array) => {
    const y = byRoots(u);
    const sum = y.reduce((total, value) => total + value, 0);
    return crossVector(sparse, y).map((value, j) => value - sum * offsets[j]!);
  };
  const onColumns = columns <= rows;
  const size = onColumns ? columns : rows;
  const apply = (x: Float64Array) => (onColumns ? toColumns(toRows(x)) : toRows(toColumns(x)));
  const wanted = Math.min(count, size);
  const found =
    size <= small
      ? allOf(productsOf(sparse, offsets, roots, onColumns), wanted, host)
      : leadingOf(apply, size, wanted, tolerance, host);
  const values = found.values.map(value => Math.max(0, value / divisor));
  if (onColumns) return { ...found, values };
  // v = Xᵀu / |Xᵀu|.
  const vectors = zeros(columns, values.length);
  for (let d = 0; d < values.length; d++) {
    const v = toColumns(columnOf(found.vectors, d));
    const length = Math.sqrt(dot(v, v));
    if (length > 0) columnOf(vectors, d).set(v.map(value => value / length));
  }
  return { ...found, values, vectors };
}

/** Products of columns, or of rows, about the offsets: few enough to be held whole. */
function productsOf(
  sparse: SparseRows,
  offsets: Float64Array,
  roots: Float64Array | null,
  onColumns: boolean,
): Matrix {
  const rooted = roots === null ? sparse : mapSparse(sparse, (value, _, row) => value * roots[row]!);
  const across = transposeSparse(rooted);
  const [sides, others] = onColumns ? [across, rooted] : [rooted, across];
  const weight = roots ?? new Float64Array(sparse.rows).fill(1);
  // Each side of the products has its offset taken off: of columns Σ w, of rows the offsets' own products.
  const about = onColumns ? dot(weight, weight) : dot(offsets, offsets);
  const along = onColumns ? crossVector(rooted, weight) : timesVector(rooted, offsets);
  const shift = onColumns ? offsets : weight;
  const size = sides.rows;
  const result = zeros(size, size);
  for (let a = 0; a < size; a++) {
    const products = productsWith(sides, others, a);
    for (let b = 0; b < size; b++) {
      result.values[a * size + b] =
        products[b]! - shift[a]! * along[b]! - along[a]! * shift[b]! + about * shift[a]! * shift[b]!;
    }
  }
  return result;
}

/** The leading eigenpairs of a whole matrix. */
function allOf(matrix: Matrix, count: number, host: Host): LeadingSparse {
  const { values, vectors } = symmetricEigen(matrix, host);
  const leading = { ...vectors, columns: count, values: vectors.values.slice(0, matrix.rows * count) };
  return { values: values.slice(0, count), vectors: leading, rounds: 1, residual: 0 };
}

/** The leading eigenpairs of a symmetric operator without negative eigenvalues. */
function leadingOf(
  apply: (x: Float64Array) => Float64Array,
  size: number,
  count: number,
  tolerance: number,
  host: Host,
): LeadingSparse {
  const most = Math.min(size, Math.max(3 * count, count + 12 * BLOCK));
  const { normal } = seededRandom(1);
  const basis: Float64Array[] = [];
  const images: Float64Array[] = [];
  const anew = () => Float64Array.from({ length: size }, normal);
  let next: readonly Float64Array[] = Array.from({ length: Math.min(BLOCK, size) }, anew);
  let rounds = 0;
  let first = NaN;
  for (;;) {
    const before = basis.length;
    for (const vector of next) {
      if (basis.length === size) break;
      // Where the directions are exhausted, one at random goes on; it has its place at right angles to all.
      let own = besideAll(vector, basis);
      for (let tries = 0; own === null && tries < 3; tries++) own = besideAll(anew(), basis);
      if (own !== null) basis.push(own);
    }
    const added = basis.slice(before);
    for (const vector of added) images.push(apply(vector));
    rounds++;
    const whole = basis.length === size || added.length === 0;
    const full = basis.length + BLOCK > most || rounds >= MOST_ROUNDS;
    if (!whole && !full && rounds % 4 !== 0) {
      next = images.slice(before);
      continue;
    }
    const ritz = ritzOf(basis, images, Math.min(count + BLOCK, basis.length));
    const kept = Math.min(count, ritz.values.length);
    const residual = residualOf(ritz, kept);
    if (Number.isNaN(first)) first = residual;
    const gone = Math.log(first / Math.max(residual, 1e-300)) / Math.log(first / tolerance);
    host.progress(Math.max(0, Math.min(1, Number.isFinite(gone) ? gone : 1)));
    if (whole || residual <= tolerance || rounds >= MOST_ROUNDS) {
      const vectors = { rows: size, columns: kept, values: ritz.vectors.values.slice(0, size * kept) };
      return {
        values: ritz.values.slice(0, kept),
        vectors,
        rounds,
        residual: whole ? Math.min(residual, 1e-14) : residual,
      };
    }
    next = images.slice(before);
    if (!full) continue;
    // What is new of the last images lies at right angles to all, those that are begun again with too.
    next = next.map(image => besideAll(image, basis) ?? anew());
    basis.length = images.length = 0;
    for (let d = 0; d < ritz.values.length; d++) {
      basis.push(columnOf(ritz.vectors, d));
      images.push(columnOf(ritz.images, d));
    }
  }
}

/** A vector at right angles to all others, of unit length; null where nothing of it is left. */
function besideAll(vector: Float64Array, others: readonly Float64Array[]): Float64Array | null {
  const x = vector.slice();
  const length = Math.sqrt(dot(x, x));
  if (!(length > 0)) return null;
  for (let pass = 0; pass < 2; pass++) {
    for (const other of others) {
      const along = dot(x, other);
      for (let i = 0; i < x.length; i++) x[i]! -= along * other[i]!;
    }
  }
  const left = Math.sqrt(dot(x, x));
  if (!(left > NOTHING_NEW * length)) return null;
  for (let i = 0; i < x.length; i++) x[i]! /= left;
  return x;
}

interface Ritz {
  readonly values: Float64Array;
  readonly vectors: Matrix;
  readonly images: Matrix;
}

/** The best that a basis holds (Rayleigh–Ritz). */
function ritzOf(basis: readonly Float64Array[], images: readonly Float64Array[], count: number): Ritz {
  const [q, aq] = [matrixOf(basis), matrixOf(images)];
  const small = crossed(q, aq);
  const m = small.rows;
  for (let a = 0; a < m; a++) {
    for (let b = 0; b < a; b++) {
      const mean = (small.values[a * m + b]! + small.values[b * m + a]!) / 2;
      small.values[a * m + b] = small.values[b * m + a] = mean;
    }
  }
  const { values, vectors } = symmetricEigen(small);
  const turn = { rows: m, columns: count, values: vectors.values.slice(0, m * count) };
  return { values: values.slice(0, count), vectors: product(q, turn), images: product(aq, turn) };
}

function matrixOf(columns: readonly Float64Array[]): Matrix {
  const result = zeros(columns[0]!.length, columns.length);
  columns.forEach((column, j) => columnOf(result, j).set(column));
  return result;
}

function residualOf({ values, vectors, images }: Ritz, count: number): number {
  let largest = 0;
  for (let d = 0; d < count; d++) {
    const [v, av] = [columnOf(vectors, d), columnOf(images, d)];
    let square = 0;
    for (let i = 0; i < v.length; i++) square += (av[i]! - values[d]! * v[i]!) ** 2;
    largest = Math.max(largest, Math.sqrt(square));
  }
  return values[0]! > 0 ? largest / values[0]! : 0;
}
