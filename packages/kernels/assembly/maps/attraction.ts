import { pointer, whole } from './args';
import { across } from './lanes';
import { log2 } from './logarithm';

const LN_2: f64 = 0.6931471805599453;

/**
 * What t-SNE's pairs pull: for each row Σ p (y − y′) / (1 + d²) (van der Maaten and Hinton 2008), and where it is wanted
 * Σ p ln(1 + d²) of a part. A part is the rows between two bounds.
 * Arguments: places (f32, n × 2 or × 4), where each row's pairs start (u32), their rows (u32), their p (f32), forces,
 * bounds of parts (u32), sums of parts (f64), whether the sums are wanted, 4 where places have four entries.
 */
export function attract(part: i32): void {
  if (whole(8) === 4) attractWide(part);
  else attractFlat(part);
}

function attractFlat(part: i32): void {
  const places = pointer(0);
  const starts = pointer(1);
  const ends = pointer(2);
  const shares = pointer(3);
  const forces = pointer(4);
  const bounds = pointer(5) + ((<usize>part) << 2);
  const summed = whole(7) !== 0;
  const one = f32x4.splat(1);
  let sum: f64 = 0;
  for (let i = load<u32>(bounds), last = load<u32>(bounds, 4); i < last; i++) {
    const own = places + ((<usize>i) << 3);
    const x = v128.load_splat<f32>(own);
    const y = v128.load_splat<f32>(own, 4);
    let fx = f32x4.splat(0);
    let fy = f32x4.splat(0);
    let e = load<u32>(starts + ((<usize>i) << 2));
    const end = load<u32>(starts + ((<usize>i) << 2), 4);
    // Pairs are filled up to four with ones that pull nothing.
    for (; e < end; e += 4) {
      const at = ends + ((<usize>e) << 2);
      const a = v128.load64_zero(places + ((<usize>load<u32>(at)) << 3));
      const ab = v128.load_lane<u64>(places + ((<usize>load<u32>(at, 4)) << 3), a, 1);
      const c = v128.load64_zero(places + ((<usize>load<u32>(at, 8)) << 3));
      const cd = v128.load_lane<u64>(places + ((<usize>load<u32>(at, 12)) << 3), c, 1);
      const dx = f32x4.sub(x, v128.shuffle<f32>(ab, cd, 0, 2, 4, 6));
      const dy = f32x4.sub(y, v128.shuffle<f32>(ab, cd, 1, 3, 5, 7));
      const near = f32x4.add(one, f32x4.add(f32x4.mul(dx, dx), f32x4.mul(dy, dy)));
      const p = v128.load(shares + ((<usize>e) << 2));
      const pull = f32x4.div(p, near);
      fx = f32x4.add(fx, f32x4.mul(pull, dx));
      fy = f32x4.add(fy, f32x4.mul(pull, dy));
      if (summed) {
        sum += <f64>(f32x4.extract_lane(p, 0) * log2(f32x4.extract_lane(near, 0)));
        sum += <f64>(f32x4.extract_lane(p, 1) * log2(f32x4.extract_lane(near, 1)));
        sum += <f64>(f32x4.extract_lane(p, 2) * log2(f32x4.extract_lane(near, 2)));
        sum += <f64>(f32x4.extract_lane(p, 3) * log2(f32x4.extract_lane(near, 3)));
      }
    }
    const to = forces + ((<usize>i) << 3);
    store<f32>(to, across(fx));
    store<f32>(to, across(fy), 4);
  }
  store<f64>(pointer(6) + ((<usize>part) << 3), sum * LN_2);
}

function attractWide(part: i32): void {
  const places = pointer(0);
  const starts = pointer(1);
  const ends = pointer(2);
  const shares = pointer(3);
  const forces = pointer(4);
  const bounds = pointer(5) + ((<usize>part) << 2);
  const summed = whole(7) !== 0;
  let sum: f64 = 0;
  for (let i = load<u32>(bounds), last = load<u32>(bounds, 4); i < last; i++) {
    const own = v128.load(places + ((<usize>i) << 4));
    let force = f32x4.splat(0);
    const end = load<u32>(starts + ((<usize>i) << 2), 4);
    for (let e = load<u32>(starts + ((<usize>i) << 2)); e < end; e++) {
      const d = f32x4.sub(own, v128.load(places + ((<usize>load<u32>(ends + ((<usize>e) << 2))) << 4)));
      const near = <f32>1 + across(f32x4.mul(d, d));
      const p = load<f32>(shares + ((<usize>e) << 2));
      force = f32x4.add(force, f32x4.mul(d, f32x4.splat(p / near)));
      if (summed) sum += <f64>(p * log2(near));
    }
    v128.store(forces + ((<usize>i) << 4), force);
  }
  store<f64>(pointer(6) + ((<usize>part) << 3), sum * LN_2);
}
