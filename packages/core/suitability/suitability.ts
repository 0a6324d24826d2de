import { chiSquareTail, tTwoTails } from '../algebra/distributions';
import { independence, invertDefinite } from '../algebra/cholesky';
import { crossProducts } from '../algebra/crossProducts';
import { columnOf, entry, someColumns, transpose, weighted, zeros, type Matrix } from '../algebra/matrix';
import { dependences, type Dependence } from '../algebra/nullSpace';
import { turnLargestPositive } from '../algebra/sign';
import { dot } from '../algebra/product';
import { leadingVectors } from '../algebra/leadingVectors';
import { symmetricEigen, symmetricEigenvalues, type Eigen } from '../algebra/symmetricEigen';
import { quietHost, stretch, type Host } from '../host';
import { completeRows, type Prepared, type PreparedRows } from '../preparation/prepared';
import { meanOf } from '../table/moments';
import { shapeOf } from '../table/shape';
import { correlationMatrix, ranked, type CorrelationKind } from './correlationMatrix';
import { mardia, type Mardia } from './mardia';
import { emptyCells, type EmptyCells } from './polychoric';

/** What the correlations say of one measure. */
export interface MeasureSuitability {
  readonly measure: string;
  /** Sampling adequacy, NaN where the correlations are singular. */
  readonly kmo: number;
  /** Its largest correlation in size, and with which measure. */
  readonly largest: number;
  readonly with: string;
  /** Squared multiple correlation with all others. */
  readonly smc: number;
  readonly skewness: number;
  readonly kurtosis: number;
  /** Share of its treated entries, over the rows used, that are 0; NaN where there are no rows. */
  readonly zeros: number;
}

export interface Suitability {
  readonly kind: CorrelationKind;
  readonly measures: readonly MeasureSuitability[];
  /** p × p, in the order of `measures`. */
  readonly correlations: Matrix;
  /** Partial correlations of each pair given all others, with their sign turned; null where R is singular. */
  readonly antiImage: Matrix | null;
  /** Places of the measures so that related ones stand together. */
  readonly order: readonly number[];
  /** Rows behind the correlations; null where a given matrix does not say. */
  readonly n: number | null;
  /** Overall sampling adequacy; NaN where R is singular. */
  readonly kmo: number;
  readonly bartlett: { readonly chiSquare: number; readonly df: number; readonly p: number } | null;
  /** ln |R|; −∞ where R is singular. */
  readonly logDeterminant: number;
  /** Largest over least eigenvalue; ∞ where R is singular. */
  readonly condition: number;
  /** Share of the pairs with |r| of at least .3. */
  readonly shareRelated: number;
  /** Null where it cannot be had: R singular, gaps, or very many measures. */
  readonly mardia: Mardia | null;
  /** Whether all eigenvalues are above 0, some are 0, or some are below: then no one set of rows has these correlations. */
  readonly definiteness: 'definite' | 'singular' | 'indefinite';
  /** The least eigenvalue; 0 where R is singular. */
  readonly least: number;
  /** Whether R is singular for want of rows: no more of them than measures. */
  readonly fewRows: boolean;
  /** Measures that depend on others wholly, each with those. */
  readonly dependent: readonly { readonly measure: string; readonly on: readonly string[] }[];
  /** The measures that weigh most in the direction of the least eigenvalue, heaviest first. */
  readonly weakest: readonly string[];
  /** Of polychoric correlations: pairs that have no row in some combination of their categories, most such first. */
  readonly emptyCells: readonly EmptyCells[];
}

/** Pairs beyond this in size count as related. */
const RELATED = 0.3;
/** More measures than this are not all looked at together for their shape, and only their first eigenvectors are found. */
const MANY = 200;
/** Of their search: they only say which measures stand beside each other. */
const ROUNDS = 8;
/** Eigenvalues below this beside the largest are 0 to all digits that figures could be had with. */
const SINGULAR = 1e-10;
/** Larger matrices are not decomposed for all their eigenvectors to name what depends on what. */
const MOST_VECTORS = 1000;
/** Of entries of the last eigenvector, beside the largest. */
const WEIGHTY = 0.3;
const MOST_WEAKEST = 6;

/**
 * Whether measures hang together enough to be reduced: sampling adequacy overall and of each measure (Kaiser 1970, with
 * the squares of the partial correlations), Bartlett's test of sphericity (1951), determinant, condition, squared
 * multiple correlations, shape.
 *
 * @param normal the figures of {@link normality}, which are the same for all kinds of correlations
 */
export function suitability(
  prepared: Prepared,
  kind: CorrelationKind,
  host: Host = quietHost,
  normal: Mardia | null = normality(prepared, stretch(host, 0.8, 1)),
): Suitability {
  const correlations = correlationMatrix(prepared, kind, stretch(host, 0, 0.4));
  const names = prepared.measures;
  const p = names.length;
  const { n } = prepared;
  // With no more rows than measures the correlations are singular for sure.
  const rows = kind !== 'polychoric' && n !== null && n <= p ? completeRows(prepared) : null;
  const few = rows !== null;
  const eigen = few
    ? fromRows(rows, kind, stretch(host, 0.4, 0.8))
    : ofColumns(correlations, stretch(host, 0.4, 0.8));
  const tolerance = Math.max(SINGULAR * eigen.values[0]!, 1.2 * Math.sqrt(p) * printedPrecision(prepared));
  const least = few ? 0 : eigen.values[p - 1]!;
  const definiteness = least < -tolerance ? 'indefinite' : least <= tolerance ? 'singular' : 'definite';
  const inverted = definiteness === 'definite' ? invertDefinite(correlations) : null;
  const partial = inverted === null ? null : partialCorrelations(inverted.inverse);
  const logDeterminant = inverted?.logDeterminant ?? (definiteness === 'indefinite' ? NaN : -Infinity);
  const last = few || definiteness !== 'definite' ? null : lastVectors(correlations, eigen, host);
  const named = ({ column, on }: Dependence) => ({
    measure: names[column]!,
    on: on.map(other => names[other.column]!),
  });
  return {
    kind,
    measures: names.map((measure, j) =>
      measureSuitability(prepared, correlations, partial, inverted?.inverse ?? null, measure, j),
    ),
    correlations,
    antiImage: partial,
    order: angularOrder(eigen.vectors),
    n,
    kmo: partial === null ? NaN : adequacy(correlations, partial),
    bartlett: inverted === null || n === null ? null : bartlett(logDeterminant, n, p),
    logDeterminant,
    condition: conditionOf(definiteness, eigen.values[0]!, least),
    shareRelated: shareRelated(correlations),
    mardia: inverted === null ? null : normal,
    definiteness,
    least: definiteness === 'singular' ? 0 : least,
    fewRows: few,
    dependent:
      definiteness === 'singular'
        ? dependent(correlations, eigen, tolerance, few ? n : null, host).map(named)
        : [],
    weakest: weightiest(definiteness === 'indefinite' ? lastVectors(correlations, eigen, host) : last, names),
    emptyCells: kind === 'polychoric' && prepared.kind === 'rows' ? emptyCells(prepared) : [],
  };
}

const conditionOf = (definiteness: Suitability['definiteness'], largest: number, least: number): number =>
  definiteness === 'definite' ? largest / least : definiteness === 'singular' ? Infinity : NaN;

/** How far a given correlation may be off, for the digits it is given with. */
function printedPrecision(prepared: Prepared): number {
  if (prepared.kind === 'rows') return 0;
  const { precision, scale, sds } = prepared;
  const least = sds.reduce((a, b) => Math.min(a, b), Infinity);
  return scale === 'unit-variance' ? precision : precision / (least * least);
}

/** All eigenvectors where they are at hand or can be had; null where the matrix is too large. */
function lastVectors(correlations: Matrix, eigen: Eigen, host: Host): Matrix | null {
  const p = correlations.rows;
  if (eigen.vectors.columns === p) return eigen.vectors;
  return p <= MOST_VECTORS ? symmetricEigen(correlations, host).vectors : null;
}

/** @param rows of the table where there are no more than measures: what follows from that alone is no dependence */
function dependent(
  correlations: Matrix,
  eigen: Eigen,
  tolerance: number,
  rows: number | null,
  host: Host,
): readonly Dependence[] {
  const p = correlations.rows;
  const vectors = rows === null ? lastVectors(correlations, eigen, host) : null;
  if (vectors === null) {
    return independence(correlations, 10 * SINGULAR, rows === null ? p : Math.ceil(rows) - 1).dependent;
  }
  const nulls = [...eigen.values.keys()].filter(d => eigen.values[d]! <= tolerance);
  return dependences(someColumns(vectors, nulls));
}

function weightiest(vectors: Matrix | null, names: readonly string[]): string[] {
  if (vectors === null) return [];
  const sizes = columnOf(vectors, vectors.columns - 1).map(Math.abs);
  const most = sizes.reduce((a, b) => Math.max(a, b), 0);
  return [...sizes.keys()]
    .filter(j => sizes[j]! >= WEIGHTY * most)
    .sort((a, b) => sizes[b]! - sizes[a]!)
    .slice(0, MOST_WEAKEST)
    .map(j => names[j]!);
}

/** All eigenvalues of the correlations and, at least, the first two eigenvectors. */
function ofColumns(correlations: Matrix, host: Host): Eigen {
  if (correlations.rows <= MANY) return symmetricEigen(correlations, host);
  return { values: symmetricEigenvalues(correlations), vectors: leadingVectors(correlations, 2, ROUNDS) };
}

/** The first two eigenvectors of the correlations, by way of the products of the rows: there are fewer of them. */
function fromRows(prepared: PreparedRows, kind: CorrelationKind, host: Host): Eigen {
  const { values: unweighted, measures, weights } = kind === 'spearman' ? ranked(prepared) : prepared;
  const [n, p] = [unweighted.rows, measures.length];
  const scaled = zeros(n, p);
  // Where nothing is centred, correlations are about the means all the same.
  const centred = unweighted.values.slice();
  for (let j = 0; j < p; j++) {
    const column = centred.subarray(j * n, (j + 1) * n);
    const mean = meanOf(column, weights);
    for (let i = 0; i < n; i++) column[i]! -= mean;
  }
  const values = weighted({ ...unweighted, values: centred }, weights);
  for (let j = 0; j < p; j++) {
    const column = columnOf(values, j);
    const length = Math.sqrt(dot(column, 0, column, 0, n));
    column.forEach((value, i) => (scaled.values[j * n + i] = value / length));
  }
  const rows = symmetricEigen(crossProducts(transpose(scaled)), host);
  const vectors = zeros(p, 2);
  for (let d = 0; d < 2; d++) {
    for (let j = 0; j < p; j++)
      vectors.values[d * p + j] = dot(scaled.values, j * n, rows.vectors.values, d * n, n);
  }
  return { values: rows.values, vectors };
}

/** Two-sided p of a correlation over n rows, by Student's t with n − 2 degrees of freedom. */
export function correlationP(r: number, n: number): number {
  return Math.abs(r) >= 1 ? 0 : tTwoTails(r * Math.sqrt((n - 2) / (1 - r * r)), n - 2);
}

/** χ² = −(n − 1 − (2p + 5)/6) ln |R| with p (p − 1)/2 degrees of freedom (Bartlett 1951). */
function bartlett(logDeterminant: number, n: number, p: number) {
  const chiSquare = -(n - 1 - (2 * p + 5) / 6) * logDeterminant;
  const df = (p * (p - 1)) / 2;
  return { chiSquare, df, p: chiSquareTail(chiSquare, df) };
}

/** Partial correlations given all others, from the inverse: −s_ij / √(s_ii s_jj); ones on the diagonal. */
function partialCorrelations(inverse: Matrix): Matrix {
  const p = inverse.rows;
  const result = zeros(p, p);
  for (let a = 0; a < p; a++) {
    for (let b = 0; b < p; b++) {
      const root = Math.sqrt(entry(inverse, a, a) * entry(inverse, b, b));
      result.values[a * p + b] = a === b ? 1 : -entry(inverse, a, b) / root;
    }
  }
  return result;
}

/** Σ r² / (Σ r² + Σ q²) over all pairs, or over those of one measure. */
function adequacy(correlations: Matrix, partial: Matrix, only: number | null = null): number {
  const p = correlations.rows;
  let [r2, q2] = [0, 0];
  for (let a = 0; a < p; a++) {
    if (only !== null && a !== only) continue;
    for (let b = 0; b < p; b++) {
      if (a === b) continue;
      r2 += entry(correlations, a, b) * entry(correlations, a, b);
      q2 += entry(partial, a, b) * entry(partial, a, b);
    }
  }
  return r2 / (r2 + q2);
}

function measureSuitability(
  prepared: Prepared,
  correlations: Matrix,
  partial: Matrix | null,
  inverse: Matrix | null,
  measure: string,
  j: number,
): MeasureSuitability {
  const p = correlations.rows;
  let largest = 0;
  let mate = j === 0 ? 1 : 0;
  for (let other = 0; other < p; other++) {
    if (other !== j && Math.abs(entry(correlations, other, j)) > Math.abs(largest)) {
      largest = entry(correlations, other, j);
      mate = other;
    }
  }
  const values = prepared.kind === 'rows' ? columnOf(prepared.values, j) : new Float64Array(0);
  return {
    measure,
    kmo: partial === null ? NaN : adequacy(correlations, partial, j),
    largest,
    with: prepared.measures[mate]!,
    smc: inverse === null ? NaN : 1 - 1 / entry(inverse, j, j),
    ...shapeOf(values, prepared.weights),
    zeros: zeroShare(prepared, values, j),
  };
}

/** The weighted share of a measure's treated entries that are 0. */
function zeroShare({ means, sds, divisors, weights }: Prepared, values: Float64Array, j: number): number {
  const zero = -means[j]! / divisors[j]!;
  const close = (1e-9 * sds[j]!) / divisors[j]!;
  const zeros = values.map(value => (Math.abs(value - zero) < close ? 1 : Number.isNaN(value) ? NaN : 0));
  return meanOf(zeros, weights);
}

function shareRelated(correlations: Matrix): number {
  const p = correlations.rows;
  let related = 0;
  for (let a = 0; a < p; a++) {
    for (let b = 0; b < a; b++) if (Math.abs(entry(correlations, a, b)) >= RELATED) related++;
  }
  return related / ((p * (p - 1)) / 2);
}

/** Measures by their angle in the plane of the first two eigenvectors, cut at the widest gap (Friendly 2002). */
function angularOrder(vectors: Matrix): number[] {
  const p = vectors.rows;
  // Whatever signs the solver gave.
  const [across, up] = [columnOf(vectors, 0).slice(), columnOf(vectors, 1).slice()];
  turnLargestPositive(across);
  turnLargestPositive(up);
  const angles = Array.from({ length: p }, (_, j) => Math.atan2(up[j]!, across[j]!));
  const order = [...angles.keys()].sort((a, b) => angles[a]! - angles[b]! || a - b);
  let widest = 0;
  let start = 0;
  order.forEach((j, place) => {
    const next = order[(place + 1) % p]!;
    const gap = (angles[next]! - angles[j]! + 2 * Math.PI) % (2 * Math.PI);
    if (gap > widest) [widest, start] = [gap, (place + 1) % p];
  });
  return [...order.slice(start), ...order.slice(0, start)];
}

/** The figures of multivariate normality; null where they cannot be had. */
export function normality(prepared: Prepared, host: Host = quietHost): Mardia | null {
  const { measures, n, scale } = prepared;
  const p = measures.length;
  const rows = completeRows(prepared);
  if (rows === null || n === null || n <= p || p > MANY || scale === 'none') return null;
  return mardia(rows.values, rows.weights, host);
}
