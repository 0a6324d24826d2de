import { zeros, type Matrix } from '../algebra/matrix';
import type { DimensionsAnew } from '../methods/anew';

/** Where each row lay over the resamples, whether it was drawn or not. */
export interface RowPlaces {
  /** As indices into the table. */
  readonly rows: Uint32Array;
  /** How many resamples it is of. */
  readonly of: number;
  /** Rows × leading dimensions: the mean place. */
  readonly means: Matrix;
  /** For each pair of these dimensions, first × second from the first on: the covariance of each row's places. */
  readonly covariances: Matrix;
}

/** Sums over the resamples so far, about the first one's places, so that nothing is lost to rounding. */
export interface PlacesState {
  of: number;
  first: Matrix | null;
  readonly sums: Matrix;
  readonly products: Matrix;
}

/** Dimensions that a map may show, and numbers that are kept of all rows. */
const LEADING = 6;
const MOST = 1e6;

const shownOf = (dimensions: number): number => Math.min(LEADING, dimensions);
const pairsOf = (shown: number): number => (shown * (shown + 1)) / 2;

/** Whether so many rows can be followed over the resamples. */
export const placesMatter = ({ rows, loadings }: DimensionsAnew): boolean =>
  rows.length * pairsOf(shownOf(loadings.columns)) <= MOST;

/** The place of a pair of dimensions, counted from 0, among the covariances of so many. */
export function pairAt(shown: number, a: number, b: number): number {
  const [low, high] = a < b ? [a, b] : [b, a];
  return low * shown - (low * (low - 1)) / 2 + (high - low);
}

export function startPlaces(rows: number, dimensions: number): PlacesState {
  const shown = shownOf(dimensions);
  return { of: 0, first: null, sums: zeros(rows, shown), products: zeros(rows, pairsOf(shown)) };
}

/** @param at rows × dimensions of one resample; null where it has no scores, and then there are none at all */
export function addPlaces(state: PlacesState, at: Matrix | null): PlacesState | null {
  if (at === null || at.columns < state.sums.columns) return null;
  const { rows: n, columns: shown } = state.sums;
  const first = state.first ?? { rows: n, columns: shown, values: at.values.slice(0, n * shown) };
  state.first = first;
  state.of++;
  for (let i = 0; i < n; i++) {
    for (let a = 0; a < shown; a++) {
      const x = at.values[a * n + i]! - first.values[a * n + i]!;
      state.sums.values[a * n + i]! += x;
      for (let b = a; b < shown; b++) {
        const y = at.values[b * n + i]! - first.values[b * n + i]!;
        state.products.values[pairAt(shown, a, b) * n + i]! += x * y;
      }
    }
  }
  return state;
}

/** Means and covariances of the places so far; null before there are two. */
export function rowPlaces({ of, first, sums, products }: PlacesState, rows: Uint32Array): RowPlaces | null {
  if (of < 2 || first === null) return null;
  const { rows: n, columns: shown } = sums;
  const means = { ...sums, values: sums.values.map((sum, at) => first.values[at]! + sum / of) };
  const covariances = zeros(n, products.columns);
  for (let a = 0; a < shown; a++) {
    for (let b = a; b < shown; b++) {
      const pair = pairAt(shown, a, b) * n;
      for (let i = 0; i < n; i++) {
        const [x, y] = [sums.values[a * n + i]!, sums.values[b * n + i]!];
        covariances.values[pair + i] = (products.values[pair + i]! - (x * y) / of) / (of - 1);
      }
    }
  }
  return { rows, of, means, covariances };
}
