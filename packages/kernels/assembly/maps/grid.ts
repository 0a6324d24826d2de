import { number, pointer, whole } from './args';
import { backward, forward } from './fourier';

/** Columns of the grid that are transformed together: as many as share a line of the cache. */
const TOGETHER: i32 = 4;

/**
 * What all rows push, by way of a grid: their charges are spread over its nodes by cubic splines, convolved with the
 * kernel by Fourier transforms, and gathered again by the same splines (Hockney and Eastwood 1988; Linderman et al. 2019).
 * A node holds four numbers: Σ 1, Σ x, Σ y, 0 of the charges, two complex numbers.
 *
 * Arguments of all that follow: 0 grid, 1 bytes of a grid's line, 2 nodes across, 3 nodes down, 4 nodes down in use,
 * 5 places (f32, n × 2), 6 least x, 7 least y, 8 nodes per unit, 9 order of rows by their line (u32), 10 where each line
 * of these starts (u32), 11 parts, 12 turns across, 13 turns down, 14 influence (f32, across × down), 15 scratch,
 * 16 forces (f32, n × 2), 17 sums of parts (f64), 18 n, 19 centre's x, 20 centre's y.
 */

function bandStart(part: i32, parts: i32, lines: i32): i32 {
  return <i32>((<i64>part * <i64>lines) / <i64>parts);
}

/** Puts rows in order of their line, within a line as they stand. One part. */
export function orderRows(_part: i32): void {
  const lines = whole(4);
  const places = pointer(5);
  const least = <f32>number(7);
  const scale = <f32>number(8);
  const order = pointer(9);
  const starts = pointer(10);
  const n = whole(18);
  memory.fill(starts, 0, (<usize>lines + 2) << 2);
  for (let i = 0; i < n; i++) {
    const at = starts + ((<usize>cellOf(load<f32>(places + ((<usize>i) << 3), 4), least, scale)) << 2);
    store<u32>(at, load<u32>(at, 8) + 1, 8);
  }
  for (let k = 2; k < lines + 2; k++) {
    const at = starts + ((<usize>k) << 2);
    store<u32>(at, load<u32>(at) + load<u32>(at - 4));
  }
  for (let i = 0; i < n; i++) {
    const at = starts + ((<usize>cellOf(load<f32>(places + ((<usize>i) << 3), 4), least, scale)) << 2);
    const to = load<u32>(at, 4);
    store<u32>(at, to + 1, 4);
    store<u32>(order + ((<usize>to) << 2), i);
  }
}

function cellOf(value: f32, least: f32, scale: f32): i32 {
  return <i32>((value - least) * scale);
}

/** Charges onto the nodes of a band of lines, whichever rows reach into it. */
export function spreadCharges(part: i32): void {
  const grid = pointer(0);
  const line = pointer(1);
  const lines = whole(4);
  const places = pointer(5);
  const leastX = <f32>number(6);
  const leastY = <f32>number(7);
  const scale = <f32>number(8);
  const order = pointer(9);
  const starts = pointer(10);
  const centreX = <f32>number(19);
  const centreY = <f32>number(20);
  const top = bandStart(part, whole(11), lines);
  const bottom = bandStart(part + 1, whole(11), lines);
  memory.fill(grid + <usize>top * line, 0, <usize>(bottom - top) * line);
  const first = load<u32>(starts + ((<usize>max(top - 3, 0)) << 2));
  const last = load<u32>(starts + ((<usize>bottom) << 2));
  for (let k = first; k < last; k++) {
    const i = load<u32>(order + ((<usize>k) << 2));
    const x = load<f32>(places + ((<usize>i) << 3));
    const y = load<f32>(places + ((<usize>i) << 3), 4);
    const u = (x - leastX) * scale;
    const v = (y - leastY) * scale;
    const across = <i32>u;
    const down = <i32>v;
    const charge = f32x4(1, x - centreX, y - centreY, 0);
    const t = u - <f32>across;
    const w0 = f32x4.mul(charge, f32x4.splat(spline0(t)));
    const w1 = f32x4.mul(charge, f32x4.splat(spline1(t)));
    const w2 = f32x4.mul(charge, f32x4.splat(spline1(<f32>1 - t)));
    const w3 = f32x4.mul(charge, f32x4.splat(spline0(<f32>1 - t)));
    const s = v - <f32>down;
    for (let r = 0; r < 4; r++) {
      const row = down + r;
      if (row < top || row >= bottom) continue;
      const by = f32x4.splat(
        r === 0 ? spline0(s) : r === 1 ? spline1(s) : r === 2 ? spline1(<f32>1 - s) : spline0(<f32>1 - s),
      );
      const at = grid + <usize>row * line + ((<usize>across) << 4);
      v128.store(at, f32x4.add(v128.load(at), f32x4.mul(by, w0)));
      v128.store(at, f32x4.add(v128.load(at, 16), f32x4.mul(by, w1)), 16);
      v128.store(at, f32x4.add(v128.load(at, 32), f32x4.mul(by, w2)), 32);
      v128.store(at, f32x4.add(v128.load(at, 48), f32x4.mul(by, w3)), 48);
    }
  }
}

/** The outer and the inner piece of the cubic spline at a share of the way between two nodes. */
function spline0(t: f32): f32 {
  const u: f32 = <f32>1 - t;
  return u * u * u * <f32>0.16666667;
}

function spline1(t: f32): f32 {
  return <f32>0.6666667 + t * t * (<f32>0.5 * t - <f32>1);
}

/** The lines of a band along themselves. */
export function linesForward(part: i32): void {
  const top = bandStart(part, whole(11), whole(4));
  const bottom = bandStart(part + 1, whole(11), whole(4));
  for (let row = top; row < bottom; row++) {
    forward(pointer(0) + <usize>row * pointer(1), whole(2), pointer(12));
  }
}

export function linesBackward(part: i32): void {
  const top = bandStart(part, whole(11), whole(4));
  const bottom = bandStart(part + 1, whole(11), whole(4));
  for (let row = top; row < bottom; row++) {
    backward(pointer(0) + <usize>row * pointer(1), whole(2), pointer(12));
  }
}

/** A part of the columns: there, times the influence, and back. */
export function convolveColumns(part: i32): void {
  const line = pointer(1);
  const down = whole(3);
  const used = whole(4);
  const groups = whole(2) / TOGETHER;
  const column = (<usize>down) << 4;
  const scratch = pointer(15) + <usize>part * column * TOGETHER;
  const last = bandStart(part + 1, whole(11), groups);
  for (let group = bandStart(part, whole(11), groups); group < last; group++) {
    const from = pointer(0) + ((<usize>group * TOGETHER) << 4);
    takeColumns(from, line, used, down, scratch);
    for (let c = 0; c < TOGETHER; c++) {
      const at = scratch + <usize>c * column;
      forward(at, down, pointer(13));
      const influence = pointer(14) + ((<usize>(group * TOGETHER + c) * <usize>down) << 2);
      for (let r: usize = 0; r < <usize>down; r++) {
        const node = at + (r << 4);
        v128.store(node, f32x4.mul(v128.load(node), v128.load_splat<f32>(influence + (r << 2))));
      }
      backward(at, down, pointer(13));
    }
    for (let row = 0; row < used; row++) {
      const to = from + <usize>row * line;
      const at = scratch + ((<usize>row) << 4);
      v128.store(to, v128.load(at));
      v128.store(to, v128.load(at + column), 16);
      v128.store(to, v128.load(at + 2 * column), 32);
      v128.store(to, v128.load(at + 3 * column), 48);
    }
  }
}

function takeColumns(from: usize, line: usize, used: i32, down: i32, scratch: usize): void {
  const column = (<usize>down) << 4;
  for (let row = 0; row < used; row++) {
    const at = from + <usize>row * line;
    const to = scratch + ((<usize>row) << 4);
    v128.store(to, v128.load(at));
    v128.store(to + column, v128.load(at, 16));
    v128.store(to + 2 * column, v128.load(at, 32));
    v128.store(to + 3 * column, v128.load(at, 48));
  }
  const skip = (<usize>used) << 4;
  for (let c: usize = 0; c < <usize>TOGETHER; c++) memory.fill(scratch + c * column + skip, 0, column - skip);
}

/**
 * The kernel 1 / (1 + d²)² on all nodes' differences, and the spline with itself, for {@link findInfluence}: a band of all
 * lines, which are all in use then.
 */
export function layKernel(part: i32): void {
  const across = whole(2);
  const down = whole(3);
  const step = <f32>(1 / number(8));
  const bottom = bandStart(part + 1, whole(11), down);
  for (let row = bandStart(part, whole(11), down); row < bottom; row++) {
    const r = min(row, down - row);
    const dy = <f32>r * step;
    for (let c = 0; c < across; c++) {
      const k = min(c, across - c);
      const dx = <f32>k * step;
      const near = <f32>1 / (<f32>1 + dx * dx + dy * dy);
      const at = pointer(0) + <usize>row * pointer(1) + ((<usize>c) << 4);
      v128.store(at, f32x4(near * near, 0, splineAt(r) * splineAt(k), 0));
    }
  }
}

function splineAt(node: i32): f32 {
  return node === 0 ? <f32>0.6666667 : node === 1 ? <f32>0.16666667 : 0;
}

/** What the transform of charges is multiplied by: the kernel's over the spline's square, and over the nodes. */
export function findInfluence(part: i32): void {
  const down = whole(3);
  const groups = whole(2) / TOGETHER;
  const column = (<usize>down) << 4;
  const scratch = pointer(15) + <usize>part * column * TOGETHER;
  const nodes = <f32>whole(2) * <f32>down;
  const last = bandStart(part + 1, whole(11), groups);
  for (let group = bandStart(part, whole(11), groups); group < last; group++) {
    takeColumns(pointer(0) + ((<usize>group * TOGETHER) << 4), pointer(1), down, down, scratch);
    for (let c = 0; c < TOGETHER; c++) {
      const at = scratch + <usize>c * column;
      forward(at, down, pointer(13));
      const influence = pointer(14) + ((<usize>(group * TOGETHER + c) * <usize>down) << 2);
      for (let r: usize = 0; r < <usize>down; r++) {
        const spline = load<f32>(at + (r << 4), 8);
        store<f32>(influence + (r << 2), load<f32>(at + (r << 4)) / (spline * spline * nodes));
      }
    }
  }
}

/** What pushes each row, and the part's Σ over all rows of 1 / (1 + d²), the row itself among them. */
export function gatherForces(part: i32): void {
  const grid = pointer(0);
  const line = pointer(1);
  const places = pointer(5);
  const leastX = <f32>number(6);
  const leastY = <f32>number(7);
  const scale = <f32>number(8);
  const order = pointer(9);
  const forces = pointer(16);
  const n = whole(18);
  const centreX = <f32>number(19);
  const centreY = <f32>number(20);
  let sum: f64 = 0;
  const last = bandStart(part + 1, whole(11), n);
  for (let k = bandStart(part, whole(11), n); k < last; k++) {
    const i = load<u32>(order + ((<usize>k) << 2));
    const x = load<f32>(places + ((<usize>i) << 3));
    const y = load<f32>(places + ((<usize>i) << 3), 4);
    const u = (x - leastX) * scale;
    const v = (y - leastY) * scale;
    const across = <i32>u;
    const down = <i32>v;
    const t = u - <f32>across;
    const s = v - <f32>down;
    const w0 = f32x4.splat(spline0(t));
    const w1 = f32x4.splat(spline1(t));
    const w2 = f32x4.splat(spline1(<f32>1 - t));
    const w3 = f32x4.splat(spline0(<f32>1 - t));
    const at = grid + <usize>down * line + ((<usize>across) << 4);
    let found = f32x4.mul(f32x4.splat(spline0(s)), along(at, w0, w1, w2, w3));
    found = f32x4.add(found, f32x4.mul(f32x4.splat(spline1(s)), along(at + line, w0, w1, w2, w3)));
    found = f32x4.add(
      found,
      f32x4.mul(f32x4.splat(spline1(<f32>1 - s)), along(at + 2 * line, w0, w1, w2, w3)),
    );
    found = f32x4.add(
      found,
      f32x4.mul(f32x4.splat(spline0(<f32>1 - s)), along(at + 3 * line, w0, w1, w2, w3)),
    );
    const all = f32x4.extract_lane(found, 0);
    const ownX = x - centreX;
    const ownY = y - centreY;
    const ofX = f32x4.extract_lane(found, 1);
    const ofY = f32x4.extract_lane(found, 2);
    const to = forces + ((<usize>i) << 3);
    store<f32>(to, ownX * all - ofX);
    store<f32>(to, ownY * all - ofY, 4);
    const square = <f64>ownX * <f64>ownX + <f64>ownY * <f64>ownY;
    sum += <f64>all * (1 + 2 * square) - 2 * (<f64>ownX * <f64>ofX + <f64>ownY * <f64>ofY);
  }
  store<f64>(pointer(17) + ((<usize>part) << 3), sum);
}

function along(at: usize, w0: v128, w1: v128, w2: v128, w3: v128): v128 {
  return f32x4.add(
    f32x4.add(f32x4.mul(w0, v128.load(at)), f32x4.mul(w1, v128.load(at, 16))),
    f32x4.add(f32x4.mul(w2, v128.load(at, 32)), f32x4.mul(w3, v128.load(at, 48))),
  );
}
