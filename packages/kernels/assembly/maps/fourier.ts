/**
 * Discrete Fourier transforms in place, by decimation in frequency and back by decimation in time (Gentleman and Sande
 * 1966; Cooley and Tukey 1965), so that neither way needs its entries put in order: what stands between has them by their
 * digits reversed. An entry is two complex numbers of single precision that are transformed alike. Lengths have no factors
 * but 2, 3 and 5. `turns` holds cos and −sin of 2πk / length.
 */
export function forward(at: usize, length: i32, turns: usize): void {
  let block = length;
  for (; block % 5 === 0; block /= 5) five(at, length, block, turns, false);
  for (; block % 3 === 0; block /= 3) three(at, length, block, turns, false);
  for (; block >= 4; block >>= 2) fourDown(at, length, block, turns);
  if (block === 2) two(at, length);
}

/** The way back, without the division by the length. */
export function backward(at: usize, length: i32, turns: usize): void {
  let odd = length;
  while (odd % 2 === 0) odd >>= 1;
  const power = length / odd;
  let block = 4;
  if (ctz(power) & 1) {
    two(at, length);
    block = 8;
  }
  for (; block <= power; block <<= 2) fourUp(at, length, block, turns);
  block = power;
  for (; odd % 3 === 0; odd /= 3) {
    block *= 3;
    three(at, length, block, turns, true);
  }
  for (; odd % 5 === 0; odd /= 5) {
    block *= 5;
    five(at, length, block, turns, true);
  }
}

function two(at: usize, length: i32): void {
  for (let end = at + ((<usize>length) << 4); at < end; at += 32) {
    const a = v128.load(at);
    const b = v128.load(at, 16);
    v128.store(at, f32x4.add(a, b));
    v128.store(at, f32x4.sub(a, b), 16);
  }
}

function fourDown(at: usize, length: i32, block: i32, turns: usize): void {
  const quarter = (<usize>block) << 2;
  const line = (<usize>block) << 4;
  const end = at + ((<usize>length) << 4);
  const step = (<usize>(length / block)) << 3;
  let turn: usize = 0;
  for (let j: usize = 0; j < quarter; j += 16, turn += step) {
    const c1 = v128.load_splat<f32>(turns + turn);
    const s1 = sine(turns + turn);
    const c2 = v128.load_splat<f32>(turns + 2 * turn);
    const s2 = sine(turns + 2 * turn);
    const c3 = v128.load_splat<f32>(turns + 3 * turn);
    const s3 = sine(turns + 3 * turn);
    for (let from = at + j; from < end; from += line) {
      const a = v128.load(from);
      const b = v128.load(from + quarter);
      const c = v128.load(from + 2 * quarter);
      const d = v128.load(from + 3 * quarter);
      const t0 = f32x4.add(a, c);
      const t1 = f32x4.sub(a, c);
      const t2 = f32x4.add(b, d);
      const t3 = timesI(f32x4.sub(b, d));
      v128.store(from, f32x4.add(t0, t2));
      v128.store(from + quarter, turned(f32x4.sub(t1, t3), c1, s1));
      v128.store(from + 2 * quarter, turned(f32x4.sub(t0, t2), c2, s2));
      v128.store(from + 3 * quarter, turned(f32x4.add(t1, t3), c3, s3));
    }
  }
}

function fourUp(at: usize, length: i32, block: i32, turns: usize): void {
  const quarter = (<usize>block) << 2;
  const line = (<usize>block) << 4;
  const end = at + ((<usize>length) << 4);
  const step = (<usize>(length / block)) << 3;
  let turn: usize = 0;
  for (let j: usize = 0; j < quarter; j += 16, turn += step) {
    const c1 = v128.load_splat<f32>(turns + turn);
    const s1 = f32x4.neg(sine(turns + turn));
    const c2 = v128.load_splat<f32>(turns + 2 * turn);
    const s2 = f32x4.neg(sine(turns + 2 * turn));
    const c3 = v128.load_splat<f32>(turns + 3 * turn);
    const s3 = f32x4.neg(sine(turns + 3 * turn));
    for (let from = at + j; from < end; from += line) {
      const a = v128.load(from);
      const b = turned(v128.load(from + quarter), c1, s1);
      const c = turned(v128.load(from + 2 * quarter), c2, s2);
      const d = turned(v128.load(from + 3 * quarter), c3, s3);
      const t0 = f32x4.add(a, c);
      const t1 = f32x4.sub(a, c);
      const t2 = f32x4.add(b, d);
      const t3 = timesI(f32x4.sub(b, d));
      v128.store(from, f32x4.add(t0, t2));
      v128.store(from + quarter, f32x4.add(t1, t3));
      v128.store(from + 2 * quarter, f32x4.sub(t0, t2));
      v128.store(from + 3 * quarter, f32x4.sub(t1, t3));
    }
  }
}

/** A stage of three parts. */
function three(at: usize, length: i32, block: i32, turns: usize, back: bool): void {
  const third = ((<usize>block) << 4) / 3;
  const line = (<usize>block) << 4;
  const end = at + ((<usize>length) << 4);
  const step = (<usize>(length / block)) << 3;
  const half = f32x4.splat(0.5);
  const height = f32x4.splat(back ? -0.8660254037844386 : 0.8660254037844386);
  let turn: usize = 0;
  for (let j: usize = 0; j < third; j += 16, turn += step) {
    const c1 = v128.load_splat<f32>(turns + turn);
    const c2 = v128.load_splat<f32>(turns + 2 * turn);
    const s1 = back ? f32x4.neg(sine(turns + turn)) : sine(turns + turn);
    const s2 = back ? f32x4.neg(sine(turns + 2 * turn)) : sine(turns + 2 * turn);
    for (let from = at + j; from < end; from += line) {
      const a = v128.load(from);
      let b = v128.load(from + third);
      let c = v128.load(from + 2 * third);
      if (back) {
        b = turned(b, c1, s1);
        c = turned(c, c2, s2);
      }
      const sum = f32x4.add(b, c);
      const middle = f32x4.sub(a, f32x4.mul(half, sum));
      const aside = timesI(f32x4.mul(height, f32x4.sub(b, c)));
      b = f32x4.sub(middle, aside);
      c = f32x4.add(middle, aside);
      v128.store(from, f32x4.add(a, sum));
      v128.store(from + third, back ? b : turned(b, c1, s1));
      v128.store(from + 2 * third, back ? c : turned(c, c2, s2));
    }
  }
}

/** A stage of five parts. */
function five(at: usize, length: i32, block: i32, turns: usize, back: bool): void {
  const fifth = ((<usize>block) << 4) / 5;
  const line = (<usize>block) << 4;
  const end = at + ((<usize>length) << 4);
  const step = (<usize>(length / block)) << 3;
  const sign: f32 = back ? -1 : 1;
  const near = f32x4.splat(0.30901699437494745);
  const far = f32x4.splat(-0.8090169943749475);
  const high = f32x4.splat(<f32>0.9510565162951535 * sign);
  const low = f32x4.splat(<f32>0.5877852522924731 * sign);
  let turn: usize = 0;
  for (let j: usize = 0; j < fifth; j += 16, turn += step) {
    const c1 = v128.load_splat<f32>(turns + turn);
    const c2 = v128.load_splat<f32>(turns + 2 * turn);
    const c3 = v128.load_splat<f32>(turns + 3 * turn);
    const c4 = v128.load_splat<f32>(turns + 4 * turn);
    const s1 = back ? f32x4.neg(sine(turns + 1 * turn)) : sine(turns + 1 * turn);
    const s2 = back ? f32x4.neg(sine(turns + 2 * turn)) : sine(turns + 2 * turn);
    const s3 = back ? f32x4.neg(sine(turns + 3 * turn)) : sine(turns + 3 * turn);
    const s4 = back ? f32x4.neg(sine(turns + 4 * turn)) : sine(turns + 4 * turn);
    for (let from = at + j; from < end; from += line) {
      const a = v128.load(from);
      let b = v128.load(from + fifth);
      let c = v128.load(from + 2 * fifth);
      let d = v128.load(from + 3 * fifth);
      let e = v128.load(from + 4 * fifth);
      if (back) {
        b = turned(b, c1, s1);
        c = turned(c, c2, s2);
        d = turned(d, c3, s3);
        e = turned(e, c4, s4);
      }
      const t1 = f32x4.add(b, e);
      const t2 = f32x4.add(c, d);
      const t3 = f32x4.sub(b, e);
      const t4 = f32x4.sub(c, d);
      const m1 = f32x4.add(a, f32x4.add(f32x4.mul(near, t1), f32x4.mul(far, t2)));
      const m2 = f32x4.add(a, f32x4.add(f32x4.mul(far, t1), f32x4.mul(near, t2)));
      const n1 = timesI(f32x4.add(f32x4.mul(high, t3), f32x4.mul(low, t4)));
      const n2 = timesI(f32x4.sub(f32x4.mul(low, t3), f32x4.mul(high, t4)));
      b = f32x4.sub(m1, n1);
      c = f32x4.sub(m2, n2);
      d = f32x4.add(m2, n2);
      e = f32x4.add(m1, n1);
      v128.store(from, f32x4.add(a, f32x4.add(t1, t2)));
      v128.store(from + fifth, back ? b : turned(b, c1, s1));
      v128.store(from + 2 * fifth, back ? c : turned(c, c2, s2));
      v128.store(from + 3 * fifth, back ? d : turned(d, c3, s3));
      v128.store(from + 4 * fifth, back ? e : turned(e, c4, s4));
    }
  }
}

function sine(turn: usize): v128 {
  return f32x4.mul(v128.load_splat<f32>(turn, 4), f32x4(-1, 1, -1, 1));
}

function turned(v: v128, c: v128, s: v128): v128 {
  return f32x4.add(f32x4.mul(v, c), f32x4.mul(v128.shuffle<f32>(v, v, 1, 0, 3, 2), s));
}

function timesI(v: v128): v128 {
  return f32x4.mul(v128.shuffle<f32>(v, v, 1, 0, 3, 2), f32x4(-1, 1, -1, 1));
}
