import { startTeam, useMapKernels, type Helper } from '@wold/kernels/team';
import { seededRandom } from '@wold/core/algebra/random';
import { quietHost } from '@wold/core/host';
import { compiledForces } from '@wold/core/methods/neighbours/tsne/compiledForces';
import { pairProbabilities } from '@wold/core/methods/neighbours/tsne/probabilities';
import { compiledLayout } from '@wold/core/methods/neighbours/umap/layout';
import { fittedCurve } from '@wold/core/methods/neighbours/umap/curve';
import { memberships } from '@wold/core/methods/neighbours/umap/memberships';
import { crossProducts } from '@wold/core/algebra/crossProducts';
import { wholeProducts } from '@wold/core/algebra/wholeProducts';
import { descentNeighbours } from '@wold/core/nearest/descent';
import { exactNeighbours, type Neighbours } from '@wold/core/nearest/exactNeighbours';
import { useKernels } from '@wold/kernels/kernels';
import { recallOf } from '@wold/core/nearest/recall';
import { placeNeighbours } from '@wold/core/nearest/placeNeighbours';
import { flatRows, type FlatRows } from '@wold/core/nearest/rows';
import type { Contest } from './components';

/** Rows in twenty heaps. */
function heaps(n: number, p: number): FlatRows {
  const { normal } = seededRandom(5);
  const centres = Array.from({ length: 20 * p }, normal);
  const values = new Float64Array(n * p);
  for (let j = 0; j < p; j++) {
    for (let i = 0; i < n; i++) values[j * n + i] = 3 * centres[(i % 20) * p + j]! + normal();
  }
  return flatRows({ rows: n, columns: p, values });
}

/** The nearest of few rows, compiled against the plain loop. */
export function nearestContest(n: number, p: number, k: number): Contest {
  const rows = heaps(n, p);
  return {
    name: `exact ${k} nearest of ${n} × ${p}, one thread`,
    ours: () => exactNeighbours(rows, k, 'euclidean'),
    plain: () => {
      useMapKernels(false);
      exactNeighbours(rows, k, 'euclidean');
      useMapKernels(true);
    },
  };
}

/** The nearest of many rows, with threads. */
export function nearestOf(n: number, p: number, k: number, helpers: readonly Helper[]): () => void {
  const rows = heaps(n, p);
  return () => exactNeighbours(rows, k, 'euclidean', { ...quietHost, helpers });
}

/** Nearly the nearest of many rows, with threads, and what share of them a search finds. */
export function searchOf(n: number, p: number, k: number, helpers: readonly Helper[]) {
  const rows = heaps(n, p);
  const host = { ...quietHost, helpers };
  return {
    search: () => descentNeighbours(rows, k, 'euclidean', host),
    recall: (found: Neighbours) => recallOf(rows, found, 'euclidean', host),
  };
}

/** Products of columns of bytes with threads, against the blocked loop on doubles. */
export function productsContest(n: number, p: number, helpers: readonly Helper[]): Contest {
  const { whole } = seededRandom(3);
  const columns = Array.from({ length: p }, () => Uint8Array.from({ length: n }, () => whole(256)));
  const x = { rows: n, columns: p, values: new Float64Array(n * p) };
  columns.forEach((column, j) => x.values.set(column, j * n));
  return {
    name: `products of ${n} × ${p} bytes, two threads, against the blocked loop`,
    ours: () => wholeProducts(columns, { ...quietHost, helpers }),
    plain: () => {
      useKernels(false);
      crossProducts(x);
      useKernels(true);
    },
  };
}

/** A finished map of so many rows as it usually lies: a disc, about two and a half rows a square unit. */
function disc(n: number): Float32Array {
  const { uniform } = seededRandom(7);
  const radius = Math.sqrt(n / (Math.PI * 2.4));
  const places = new Float32Array(2 * n);
  for (let i = 0; i < n; i++) {
    const [r, angle] = [radius * Math.sqrt(uniform()), 2 * Math.PI * uniform()];
    places[2 * i] = r * Math.cos(angle);
    places[2 * i + 1] = r * Math.sin(angle);
  }
  return places;
}

/** Late iterations of t-SNE and of UMAP on as many rows, and the mean error of t-SNE's pushing forces on some of them. */
export function iterationsOf(n: number, helpers: readonly Helper[]) {
  const places = disc(n);
  const at = {
    rows: n,
    columns: 2,
    values: Float64Array.from({ length: 2 * n }, (_, k) => places[2 * (k % n) + Number(k >= n)]!),
  };
  const near = placeNeighbours(at, 90);
  const forces = compiledForces(startTeam(helpers)!, pairProbabilities(near, 30), 2, false);
  const gradient = new Float32Array(2 * n);
  const joined = memberships(near, 15);
  const moves = compiledLayout(startTeam(helpers)!, joined, { ...fittedCurve(0.1, 1), drawn: 5, seed: 1 });
  const spread = new Float32Array(4 * n);
  for (let i = 0; i < n; i++)
    spread.set(
      places.subarray(2 * i, 2 * i + 2).map(value => value / 8),
      4 * i,
    );
  return {
    tsne: () => void forces.at(places, 1, gradient, false),
    umap: () => moves.move(spread, 3, 0),
    forceError: () => forceError(places, helpers),
    end: () => {
      forces.end();
      moves.end();
    },
  };
}

/** Rows whose forces are found from all others. */
const LOOKED_AT = 300;

function forceError(places: Float32Array, helpers: readonly Helper[]): number {
  const n = places.length / 2;
  const none = { starts: new Uint32Array(n + 1), ends: new Uint32Array(0), shares: new Float32Array(0) };
  const forces = compiledForces(startTeam(helpers)!, none, 2, false);
  const gradient = new Float32Array(2 * n);
  const { z } = forces.at(places, 1, gradient, false);
  forces.end();
  let [off, size] = [0, 0];
  for (let k = 0; k < LOOKED_AT; k++) {
    const i = Math.floor((k * n) / LOOKED_AT);
    let [fx, fy] = [0, 0];
    for (let j = 0; j < n; j++) {
      const [dx, dy] = [places[2 * i]! - places[2 * j]!, places[2 * i + 1]! - places[2 * j + 1]!];
      const w = 1 / (1 + dx * dx + dy * dy);
      fx += w * w * dx;
      fy += w * w * dy;
    }
    off += Math.hypot(-z * gradient[2 * i]! - fx, -z * gradient[2 * i + 1]! - fy);
    size += Math.hypot(fx, fy);
  }
  return off / size;
}
