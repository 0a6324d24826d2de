import { crossProducts } from '@wold/core/algebra/crossProducts';
import { zeros, type Matrix } from '@wold/core/algebra/matrix';
import { seededRandom } from '@wold/core/algebra/random';
import { randomRounds } from '@wold/core/dimensions/parallelAnalysis';
import { symmetricEigen } from '@wold/core/algebra/symmetricEigen';
import { keepComponents } from '@wold/core/methods/components/keepComponents';
import { decompose } from '@wold/core/methods/components/decompose';
import { PLAIN_PREPARATION, rowsOf } from '@wold/core/preparation/prepared';
import { prepare } from '@wold/core/preparation/prepare';
import type { Table } from '@wold/core/table/table';

/** A piece of work done in Wold's way and in the plain way, to be timed against each other in one run. */
export interface Contest {
  readonly name: string;
  readonly ours: () => void;
  readonly plain: () => void;
}

/** Parallel analysis of n × p by triangular factors, against making and multiplying the rows of every simulation. */
export function parallelContest(n: number, p: number, simulations: number): Contest {
  return {
    name: `parallel analysis, ${simulations} simulations of ${n} × ${p} (plain: from rows)`,
    ours: () => randomRounds({ n, p, table: null, seed: 1 }, 0, simulations),
    plain: () => {
      const { normal } = seededRandom(1);
      for (let round = 0; round < simulations; round++) {
        const x = { rows: n, columns: p, values: Float64Array.from({ length: n * p }, normal) };
        symmetricEigen(crossProducts(x));
      }
    },
  };
}

/** Principal components of n × p numbers: whole, and its two heavy parts apart. */
export function componentsContests(n: number, p: number): Contest[] {
  const table = randomTable(n, p);
  const input = { ...PLAIN_PREPARATION, measures: table.columns.map(column => column.name), weight: null };
  const prepared = rowsOf(prepare(table, input));
  const correlations = crossProducts(prepared.values);
  return [
    {
      name: `principal components of ${n} × ${p}, from the table to the scores`,
      ours: () => {
        const ready = rowsOf(prepare(table, input));
        keepComponents(ready, decompose(ready), 10);
      },
      plain: () => {
        const ready = rowsOf(prepare(table, input));
        plainScores(ready.values, jacobi(plainProducts(ready.values)).vectors, 10);
      },
    },
    {
      name: `cross-products of ${n} × ${p}`,
      ours: () => crossProducts(prepared.values),
      plain: () => plainProducts(prepared.values),
    },
    {
      name: `all eigenpairs of a symmetric ${p} × ${p}`,
      ours: () => symmetricEigen(correlations),
      plain: () => jacobi(correlations),
    },
  ];
}

function randomTable(n: number, p: number): Table {
  const { normal } = seededRandom(11);
  const common = Float64Array.from({ length: n }, normal);
  return {
    fileKey: 'made',
    key: 'bench',
    name: 'bench',
    rows: n,
    columns: Array.from({ length: p }, (_, j) => ({
      kind: 'number',
      name: `x${j}`,
      values: common.map(c => (j % 3) * c + normal()),
      missing: null,
      exceptions: null,
    })),
    source: { format: 'JSON' },
    notes: [],
    matrix: null,
    arranged: null,
  };
}

/** XᵀX by three nested loops. */
function plainProducts({ rows: n, columns: p, values }: Matrix): Matrix {
  const result = zeros(p, p);
  for (let a = 0; a < p; a++) {
    for (let b = 0; b < p; b++) {
      let sum = 0;
      for (let i = 0; i < n; i++) sum += values[a * n + i]! * values[b * n + i]!;
      result.values[b * p + a] = sum;
    }
  }
  return result;
}

function plainScores({ rows: n, columns: p, values }: Matrix, vectors: Matrix, kept: number): Matrix {
  const result = zeros(n, kept);
  for (let i = 0; i < n; i++) {
    for (let d = 0; d < kept; d++) {
      let sum = 0;
      for (let j = 0; j < p; j++) sum += values[j * n + i]! * vectors.values[d * p + j]!;
      result.values[d * n + i] = sum;
    }
  }
  return result;
}

/** Cyclic Jacobi rotations (Jacobi 1846), as plainly as they are told. */
function jacobi(matrix: Matrix): { vectors: Matrix } {
  const p = matrix.rows;
  const a = matrix.values.slice();
  const v = new Float64Array(p * p);
  for (let i = 0; i < p; i++) v[i * p + i] = 1;
  const scale = a.reduce((sum, value) => sum + value * value, 0);
  for (let sweep = 0; sweep < 30; sweep++) {
    let off = 0;
    for (let i = 0; i < p; i++) for (let j = 0; j < i; j++) off += a[i * p + j]! * a[i * p + j]!;
    if (off < 1e-22 * scale) break;
    for (let i = 0; i < p; i++) for (let j = i + 1; j < p; j++) rotate(a, v, p, i, j);
  }
  return { vectors: { rows: p, columns: p, values: v } };
}

function rotate(a: Float64Array, v: Float64Array, p: number, i: number, j: number): void {
  const beside = a[i * p + j]!;
  if (beside === 0) return;
  const theta = (a[j * p + j]! - a[i * p + i]!) / (2 * beside);
  const t = (theta >= 0 ? 1 : -1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
  const c = 1 / Math.sqrt(t * t + 1);
  const s = t * c;
  for (let k = 0; k < p; k++) {
    const [x, y] = [a[k * p + i]!, a[k * p + j]!];
    a[k * p + i] = c * x - s * y;
    a[k * p + j] = s * x + c * y;
  }
  for (let k = 0; k < p; k++) {
    const [x, y] = [a[i * p + k]!, a[j * p + k]!];
    a[i * p + k] = c * x - s * y;
    a[j * p + k] = s * x + c * y;
    const [u, w] = [v[i * p + k]!, v[j * p + k]!];
    v[i * p + k] = c * u - s * w;
    v[j * p + k] = s * u + c * w;
  }
}

/** The correlations of n × p and all their eigenpairs, to be timed by themselves: plain loops would take minutes. */
export function correlationsAndEigen(n: number, p: number): () => void {
  const { normal } = seededRandom(5);
  const x = { rows: n, columns: p, values: Float64Array.from({ length: n * p }, normal) };
  return () => void symmetricEigen(crossProducts(x));
}
