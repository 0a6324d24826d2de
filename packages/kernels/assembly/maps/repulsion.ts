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
