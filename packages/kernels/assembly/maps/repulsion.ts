import { pointer, whole } from './args';
import { across } from './lanes';

/**
 * What all other rows push, over all of them: Σ (y − y′) / (1 + d²)², and Σ 1 / (1 + d²) of the part, the row itself not
 * among them. A part is `count` rows.
 * Arguments: x, y, z of all rows (f32, filled up to four with rows far away), rows in all, rows filled up, rows a part,
 * forces (f32, n × 2 or × 4), sums of parts (f64), entries a place has among forces.
 */
export function repelAll(part: i32): void {
  const xs = pointer(0);
  const ys = pointer(1);
  const zs = pointer(2);
  const n = whole(3);
  const bytes = (<usize>whole(4)) << 2;
  const count = whole(5);
  const wide = whole(8) === 4;
  const one = f32x4.splat(1);
  let sum: f64 = 0;
  const end = min((part + 1) * count, n);
  for (let i = part * count; i < end; i++) {
    const at = (<usize>i) << 2;
    const x = v128.load_splat<f32>(xs + at);
    const y = v128.load_splat<f32>(ys + at);
    const z = v128.load_splat<f32>(zs + at);
    let fx = f32x4.splat(0);
    let fy = f32x4.splat(0);
    let fz = f32x4.splat(0);
    let total = f32x4.splat(0);
    for (let j: usize = 0; j < bytes; j += 16) {
      const dx = f32x4.sub(x, v128.load(xs + j));
      const dy = f32x4.sub(y, v128.load(ys + j));
      let square = f32x4.add(f32x4.mul(dx, dx), f32x4.mul(dy, dy));
      if (wide) {
        const dz = f32x4.sub(z, v128.load(zs + j));
        square = f32x4.add(square, f32x4.mul(dz, dz));
        const w = f32x4.div(one, f32x4.add(one, square));
        total = f32x4.add(total, w);
        const push = f32x4.mul(w, w);
        fx = f32x4.add(fx, f32x4.mul(push, dx));
        fy = f32x4.add(fy, f32x4.mul(push, dy));
        fz = f32x4.add(fz, f32x4.mul(push, dz));
      } else {
        const w = f32x4.div(one, f32x4.add(one, square));
        total = f32x4.add(total, w);
        const push = f32x4.mul(w, w);
        fx = f32x4.add(fx, f32x4.mul(push, dx));
        fy = f32x4.add(fy, f32x4.mul(push, dy));
      }
    }
    sum += <f64>across(total) - 1;
    const to = pointer(6) + ((<usize>i) << (wide ? 4 : 3));
    store<f32>(to, across(fx));
    store<f32>(to, across(fy), 4);
    if (wide) store<f32>(to, across(fz), 8);
  }
  store<f64>(pointer(7) + ((<usize>part) << 3), sum);
}

/**
 * What all other rows push in three dimensions, far ones taken together by cells of a tree (Barnes and Hut 1986; van der
 * Maaten 2014). Cells stand in the order of a walk that goes in before it goes on. A part is `count` rows.
 * Arguments: places (f32, n × 4), cells' centres and rows (f32, cells × 4), their squared widths over the square of what
 * is near enough (f32), the cell that follows each with all within it (u32), cells, a leaf's first row among the ordered
 * and the one after its last, equal where it is no leaf (u32, cells × 2), the order of rows (u32), n, rows a part, forces
 * (f32, n × 4), sums of parts (f64).
 */
export function repelByTree(part: i32): void {
  const places = pointer(0);
  const centres = pointer(1);
  const widths = pointer(2);
  const follows = pointer(3);
  const cells = <u32>whole(4);
  const leaves = pointer(5);
  const order = pointer(6);
  const n = whole(7);
  const count = whole(8);
  let sum: f64 = 0;
  const end = min((part + 1) * count, n);
  for (let k = part * count; k < end; k++) {
    const i = load<u32>(order + ((<usize>k) << 2));
    const own = f32x4.replace_lane(v128.load(places + ((<usize>i) << 4)), 3, 0);
    let force = f32x4.splat(0);
    let total: f32 = 0;
    let cell: u32 = 0;
    while (cell < cells) {
      const centre = v128.load(centres + ((<usize>cell) << 4));
      const d = f32x4.replace_lane(f32x4.sub(own, centre), 3, 0);
      const square = across(f32x4.mul(d, d));
      const first = load<u32>(leaves + ((<usize>cell) << 3));
      const after = load<u32>(leaves + ((<usize>cell) << 3), 4);
      if (load<f32>(widths + ((<usize>cell) << 2)) < square) {
        const w = <f32>1 / (<f32>1 + square);
        const weight = f32x4.extract_lane(centre, 3) * w;
        total += weight;
        force = f32x4.add(force, f32x4.mul(d, f32x4.splat(weight * w)));
        cell = load<u32>(follows + ((<usize>cell) << 2));
      } else if (first < after) {
        for (let p = first; p < after; p++) {
          const at = places + ((<usize>load<u32>(order + ((<usize>p) << 2))) << 4);
          const e = f32x4.replace_lane(f32x4.sub(own, v128.load(at)), 3, 0);
          const w = <f32>1 / (<f32>1 + across(f32x4.mul(e, e)));
          total += w;
          force = f32x4.add(force, f32x4.mul(e, f32x4.splat(w * w)));
        }
        cell = load<u32>(follows + ((<usize>cell) << 2));
      } else cell++;
    }
    v128.store(pointer(9) + ((<usize>i) << 4), force);
    sum += <f64>total;
  }
  store<f64>(pointer(10) + ((<usize>part) << 3), sum);
}
