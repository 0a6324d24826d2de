import type { Matrix } from '../../../algebra/matrix';
import { sampled } from '../../../nearest/sampled';
import type { NeighbourGraph } from '../graph';
import type { SearchedRows } from '../points';
import type { NeighboursAsk } from '../question';
import { conditional } from '../tsne/probabilities';
import { fittedCurve } from '../umap/curve';
import { belonging } from '../umap/memberships';
import { nearestPoints } from '../../../nearest/nearestPoints';
import { settledPlace, tsneLoss, umapLoss, type FixedPoints, type Loss, type Pull } from './pull';

/** Of more points a sample pushes for all. */
const MOST_PUSHING = 5000;
/** Points whose sums tell the mean of all. */
const NORMED = 500;
/** Places of the nearest points that a row starts from, beside their middle. */
const STARTS = 2;
/** Of the map's root mean square, the first step. */
const STEP = 0.05;

/**
 * Places a row by the loss of the map that it is put on, from several starts.
 *
 * @param at points of the map, which stay where they are
 * @returns a function of the row's entries and of a point that is as if it were not there (−1 for none)
 */
export function optimiser(
  { flat, by }: Pick<SearchedRows, 'flat' | 'by'>,
  { neighbours, points: n }: Pick<NeighbourGraph, 'neighbours' | 'points'>,
  at: Matrix,
  layout: NeighboursAsk['layout'],
): (row: Float32Array, but: number) => Float64Array {
  const fixed = fixedPoints(at);
  const scale = STEP * Math.sqrt(at.values.reduce((sum, value) => sum + value * value, 0) / n);
  const lossOf =
    layout.by === 't-sne'
      ? tsneLosses(fixed, at, layout.perplexity)
      : umapLosses(fixed, n, layout, meanDistance(neighbours, layout.neighbours));
  const wanted = layout.by === 't-sne' ? Math.ceil(3 * layout.perplexity) : layout.neighbours;
  return (row, but) => {
    const near = nearestPoints(flat, row, Math.max(1, wanted), by, but);
    const { loss, pull } = lossOf(near.points, near.distances, but);
    let best: { place: Float64Array; loss: number } | null = null;
    for (const start of startsOf(fixed, pull, scale)) {
      const found = settledPlace(loss, start, scale);
      if (best === null || found.loss < best.loss) best = found;
    }
    return best!.place;
  };
}

function fixedPoints({ rows: n, columns, values }: Matrix): FixedPoints {
  const at = new Float64Array(n * columns);
  for (let i = 0; i < n; i++) for (let d = 0; d < columns; d++) at[i * columns + d] = values[d * n + i]!;
  const pushing = sampled(n, Math.min(n, MOST_PUSHING));
  return { at, dimensions: columns, pushing, times: n / pushing.length };
}

type LossOf = (
  points: Uint32Array,
  distances: Float32Array,
  but: number,
) => { readonly loss: Loss; readonly pull: Pull };

function tsneLosses(fixed: FixedPoints, at: Matrix, perplexity: number): LossOf {
  const norm = meanNorm(at);
  return (points, distances, but) => {
    const shares = new Float64Array(points.length);
    conditional(distances, Math.min(perplexity, points.length), shares);
    const pull = { points, shares };
    return { pull, loss: tsneLoss(fixed, pull, norm, but) };
  };
}

/** The mean over the points of Σ 1 / (1 + d²) over the others. */
function meanNorm({ rows: n, columns, values }: Matrix): number {
  const some = sampled(n, Math.min(n, NORMED));
  let sum = 0;
  for (const i of some) {
    for (let j = 0; j < n; j++) {
      if (j === i) continue;
      let square = 0;
      for (let d = 0; d < columns; d++) square += (values[d * n + i]! - values[d * n + j]!) ** 2;
      sum += 1 / (1 + square);
    }
  }
  return sum / some.length;
}

function umapLosses(
  fixed: FixedPoints,
  n: number,
  { nearest, spread, drawn }: Extract<NeighboursAsk['layout'], { by: 'umap' }>,
  mean: number,
): LossOf {
  const curve = fittedCurve(nearest, spread);
  return (points, distances, but) => {
    const shares = new Float64Array(points.length);
    belonging(distances, mean, shares);
    const pull = { points, shares };
    const sum = shares.reduce((total, share) => total + share, 0);
    return { pull, loss: umapLoss(fixed, pull, curve, (drawn * sum) / n, but) };
  };
}

function meanDistance({ k, distances }: NeighbourGraph['neighbours'], used: number): number {
  const n = distances.length / k;
  const count = Math.min(k, used);
  let sum = 0;
  for (let i = 0; i < n; i++) for (let j = 0; j < count; j++) sum += distances[i * k + j]!;
  return sum / (n * count);
}

/** The middle of what pulls, and a little beside the places of what pulls most. */
function startsOf(
  { at, dimensions: d }: FixedPoints,
  { points, shares }: Pull,
  scale: number,
): Float64Array[] {
  const middle = new Float64Array(d);
  const total = shares.reduce((sum, share) => sum + share, 0);
  points.forEach((point, e) => {
    for (let c = 0; c < d; c++) middle[c]! += (shares[e]! / total) * at[point * d + c]!;
  });
  const beside = Array.from(points.subarray(0, STARTS), (point, e) =>
    // Not on the point itself, where a push has no direction.
    Float64Array.from({ length: d }, (_, c) => at[point * d + c]! + (c === e % d ? 1 : -1) * 0.1 * scale),
  );
  return [middle, ...beside];
}
