import { rowsStoodFor } from '../preparation/rowWeights';
import { meanOf, squaresAbout } from '../table/moments';

/** How close points lie, on a grid of cells. */
export interface DensityGrid {
  readonly columns: number;
  readonly rows: number;
  /** The density in the middle of each cell, row by row from the least y on; it integrates to 1 over the plane. */
  readonly values: Float64Array;
  /** The corner of the first cell, and the sides of one. */
  readonly x0: number;
  readonly y0: number;
  readonly width: number;
  readonly height: number;
}

/** Points of a plane with a weight each, or null where all are 1. */
interface Points {
  readonly x: ArrayLike<number>;
  readonly y: ArrayLike<number>;
  readonly weights: Float64Array | null;
  readonly counts: boolean;
}

const CELLS = 128;
/** Standard deviations of the kernel beyond which it is nothing. */
const REACH = 4;

/**
 * Density of points by normal kernels, the width along each axis by Scott's rule sd n^(−1/6) (Scott 1992), counted into
 * cells first and smoothed along one axis after the other (Silverman 1982).
 *
 * @returns null with fewer than three points, or where they do not spread along both axes
 */
export function density(points: Points): DensityGrid | null {
  const { x, y, weights } = points;
  const places = Array.from({ length: x.length }, (_, i) => i);
  const n = rowsStoodFor(points, places);
  if (n < 3) return null;
  const [wide, high] = [x, y].map(along => bandwidth(along, weights, n)) as [number, number];
  if (!(wide > 0) || !(high > 0)) return null;
  const [left, right] = ends(x);
  const [low, top] = ends(y);
  const x0 = left - REACH * wide;
  const y0 = low - REACH * high;
  const width = (right + REACH * wide - x0) / CELLS;
  const height = (top + REACH * high - y0) / CELLS;
  const counts = new Float64Array(CELLS * CELLS);
  let sum = 0;
  for (let i = 0; i < x.length; i++) {
    const w = weights?.[i] ?? 1;
    sum += w;
    // A point counts for the four cells about it, by how near it is to their middles (Jones and Lotwick 1984).
    const [u, v] = [(x[i]! - x0) / width - 0.5, (y[i]! - y0) / height - 0.5];
    const [a, b] = [Math.floor(u), Math.floor(v)];
    const [p, q] = [u - a, v - b];
    counts[b * CELLS + a]! += w * (1 - p) * (1 - q);
    counts[b * CELLS + a + 1]! += w * p * (1 - q);
    counts[(b + 1) * CELLS + a]! += w * (1 - p) * q;
    counts[(b + 1) * CELLS + a + 1]! += w * p * q;
  }
  const across = smoothed(counts, kernelOf(wide / width), 1);
  const values = smoothed(across, kernelOf(high / height), CELLS);
  for (let cell = 0; cell < values.length; cell++) values[cell]! /= sum * width * height;
  return { columns: CELLS, rows: CELLS, values, x0, y0, width, height };
}

function bandwidth(along: ArrayLike<number>, weights: Float64Array | null, n: number): number {
  const squares = squaresAbout(along, meanOf(along, weights), weights);
  return Math.sqrt(squares / (n - 1)) * n ** (-1 / 6);
}

function ends(values: ArrayLike<number>): readonly [number, number] {
  let [least, most] = [Infinity, -Infinity];
  for (let i = 0; i < values.length; i++) {
    if (values[i]! < least) least = values[i]!;
    if (values[i]! > most) most = values[i]!;
  }
  return [least, most];
}

/** A normal kernel of that standard deviation in cells, from its middle on; it sums to 1. */
function kernelOf(sd: number): Float64Array {
  const half = Float64Array.from({ length: Math.ceil(REACH * sd) + 1 }, (_, step) =>
    Math.exp(-(step * step) / (2 * sd * sd)),
  );
  const sum = half.reduce((total, value, step) => total + (step === 0 ? value : 2 * value), 0);
  return half.map(value => value / sum);
}

/** @param stride from one cell to the next along the axis */
function smoothed(values: Float64Array, kernel: Float64Array, stride: number): Float64Array {
  const result = new Float64Array(values.length);
  const other = stride === 1 ? CELLS : 1;
  for (let line = 0; line < CELLS; line++) {
    for (let at = 0; at < CELLS; at++) {
      const value = values[line * other + at * stride]!;
      if (value === 0) continue;
      const from = Math.max(0, at - kernel.length + 1);
      const to = Math.min(CELLS - 1, at + kernel.length - 1);
      for (let there = from; there <= to; there++) {
        result[line * other + there * stride]! += value * kernel[Math.abs(there - at)]!;
      }
    }
  }
  return result;
}

/** The density at a point, between the middles of the cells. */
export function densityAt(grid: DensityGrid, x: number, y: number): number {
  const { columns, rows, values, x0, y0, width, height } = grid;
  const [u, v] = [(x - x0) / width - 0.5, (y - y0) / height - 0.5];
  const [a, b] = [Math.floor(u), Math.floor(v)];
  const at = (i: number, j: number) =>
    i < 0 || j < 0 || i >= columns || j >= rows ? 0 : values[j * columns + i]!;
  const [p, q] = [u - a, v - b];
  return (
    (1 - q) * ((1 - p) * at(a, b) + p * at(a + 1, b)) + q * ((1 - p) * at(a, b + 1) + p * at(a + 1, b + 1))
  );
}

/**
 * The densities above which the densest shares of the points lie (Hyndman 1996).
 *
 * @param shares of the points that regions hold, from 0 to 1
 */
export function densityLevels(
  grid: DensityGrid,
  { x, y, weights }: Points,
  shares: readonly number[],
): number[] {
  const found = Array.from({ length: x.length }, (_, i) => ({
    at: densityAt(grid, x[i]!, y[i]!),
    weight: weights?.[i] ?? 1,
  })).sort((a, b) => b.at - a.at);
  const sum = found.reduce((total, { weight }) => total + weight, 0);
  return shares.map(share => {
    let within = 0;
    for (const { at, weight } of found) {
      within += weight;
      if (within >= share * sum * (1 - 1e-12)) return at;
    }
    return 0;
  });
}
