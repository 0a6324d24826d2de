import { BASE, kernels, type Kernels } from '@wold/kernels/kernels';
import { quietHost, type Host } from '../host';
import { zeros, type Matrix } from './matrix';

/** Rows a block: a tile of 4 + 4 columns of this many doubles stays in the nearest cache. */
const BLOCK = 256;
/** Products larger than this are not held twice. */
const MOST_COLUMNS = 6000;
const FEW = 8;

/**
 * The cross-products XᵀX of the columns of an n × p matrix, as a full symmetric p × p matrix.
 * Works through blocks of rows with tiles of 4 × 4 columns, whose sixteen sums stay in registers; compiled where the
 * host can, with the same sums in the same order.
 */
export function crossProducts(x: Matrix, host: Host = quietHost): Matrix {
  const fast = x.columns < FEW || x.columns > MOST_COLUMNS ? null : kernels();
  return (fast === null ? null : compiled(x, fast, host)) ?? plain(x, host);
}

/** Null where there is no room. */
function compiled(x: Matrix, fast: Kernels, host: Host): Matrix | null {
  const { rows: n, columns: p } = x;
  const panels = Math.ceil(p / 4);
  const line = 4 * panels;
  const sums = line * line;
  const memory = fast.room(sums + line * BLOCK);
  if (memory === null) return null;
  memory.fill(0, 0, sums);
  for (let from = 0; from < n; from += BLOCK) {
    const rows = Math.min(BLOCK, n - from);
    for (let j = 0; j < line; j++) pack(x, j, from, rows, memory, sums);
    fast.addProducts(BASE + 8 * sums, panels, rows, BASE);
    host.progress((from + rows) / n);
  }
  const result = zeros(p, p);
  for (let a = 0; a < p; a++) {
    for (let b = 0; b <= a; b++) {
      const sum = memory[a * line + b]!;
      result.values[a * p + b] = sum;
      result.values[b * p + a] = sum;
    }
  }
  return result;
}

/** A column's part of a block into its panel, where four columns stand row by row; zeros beyond the last column. */
function pack(x: Matrix, j: number, from: number, rows: number, memory: Float64Array, start: number): void {
  const to = start + (j >> 2) * 4 * rows + (j & 3);
  if (j >= x.columns) for (let i = 0; i < rows; i++) memory[to + 4 * i] = 0;
  else for (let i = 0; i < rows; i++) memory[to + 4 * i] = x.values[j * x.rows + from + i]!;
}

function plain(x: Matrix, host: Host): Matrix {
  const { rows: n, columns: p } = x;
  const result = zeros(p, p);
  const out = result.values;
  for (let from = 0; from < n; from += BLOCK) {
    const to = Math.min(n, from + BLOCK);
    let a = 0;
    for (; a + 4 <= p; a += 4) {
      let b = 0;
      for (; b + 4 <= a + 4; b += 4) addTile(x.values, n, from, to, a, b, out, p);
    }
    for (; a < p; a++) for (let b = 0; b <= a; b++) out[a * p + b]! += dot(x.values, a * n, b * n, from, to);
    host.progress(to / n);
  }
  for (let a = 0; a < p; a++) for (let b = 0; b < a; b++) out[b * p + a] = out[a * p + b]!;
  return result;
}

function dot(v: Float64Array, a: number, b: number, from: number, to: number): number {
  let sum = 0;
  for (let i = from; i < to; i++) sum += v[a + i]! * v[b + i]!;
  return sum;
}

/** Adds the products of columns a…a+3 with columns b…b+3 over a block of rows. */
function addTile(
  v: Float64Array,
  n: number,
  from: number,
  to: number,
  a: number,
  b: number,
  out: Float64Array,
  p: number,
): void {
  let s00 = 0, s01 = 0, s02 = 0, s03 = 0; // prettier-ignore
  let s10 = 0, s11 = 0, s12 = 0, s13 = 0; // prettier-ignore
  let s20 = 0, s21 = 0, s22 = 0, s23 = 0; // prettier-ignore
  let s30 = 0, s31 = 0, s32 = 0, s33 = 0; // prettier-ignore
  const a0 = a * n, a1 = a0 + n, a2 = a1 + n, a3 = a2 + n; // prettier-ignore
  const b0 = b * n, b1 = b0 + n, b2 = b1 + n, b3 = b2 + n; // prettier-ignore
  for (let i = from; i < to; i++) {
    const x0 = v[a0 + i]!, x1 = v[a1 + i]!, x2 = v[a2 + i]!, x3 = v[a3 + i]!; // prettier-ignore
    const y0 = v[b0 + i]!, y1 = v[b1 + i]!, y2 = v[b2 + i]!, y3 = v[b3 + i]!; // prettier-ignore
    s00 += x0 * y0;
    s01 += x0 * y1;
    s02 += x0 * y2;
    s03 += x0 * y3; // prettier-ignore
    s10 += x1 * y0;
    s11 += x1 * y1;
    s12 += x1 * y2;
    s13 += x1 * y3; // prettier-ignore
    s20 += x2 * y0;
    s21 += x2 * y1;
    s22 += x2 * y2;
    s23 += x2 * y3; // prettier-ignore
    s30 += x3 * y0;
    s31 += x3 * y1;
    s32 += x3 * y2;
    s33 += x3 * y3; // prettier-ignore
  }
  const r0 = a * p + b, r1 = r0 + p, r2 = r1 + p, r3 = r2 + p; // prettier-ignore
  out[r0]! += s00;
  out[r0 + 1]! += s01;
  out[r0 + 2]! += s02;
  out[r0 + 3]! += s03; // prettier-ignore
  out[r1]! += s10;
  out[r1 + 1]! += s11;
  out[r1 + 2]! += s12;
  out[r1 + 3]! += s13; // prettier-ignore
  out[r2]! += s20;
  out[r2 + 1]! += s21;
  out[r2 + 2]! += s22;
  out[r2 + 3]! += s23; // prettier-ignore
  out[r3]! += s30;
  out[r3 + 1]! += s31;
  out[r3 + 2]! += s32;
  out[r3 + 3]! += s33; // prettier-ignore
}
