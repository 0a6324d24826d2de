// Hot loops on doubles, two at a time. Each does its sums in the order of its plain twin in core, so that both give the
// same numbers to the last bit. Memory is laid out by the host; pointers are bytes.

/**
 * Adds the products of columns over a block of rows to `out`, a square of 4 × `panels` doubles, entry (a, b) for a's
 * panel not before b's. A panel holds four columns row by row.
 */
export function addProducts(packed: usize, panels: i32, rows: i32, out: usize): void {
  const panelBytes = <usize>rows * 32;
  const line = <usize>panels * 32;
  for (let ga = 0; ga < panels; ga++) {
    const pa = packed + <usize>ga * panelBytes;
    for (let gb = 0; gb <= ga; gb++) {
      addTile(pa, packed + <usize>gb * panelBytes, rows, out + <usize>ga * 4 * line + <usize>gb * 32, line);
    }
  }
}

function addTile(pa: usize, pb: usize, rows: i32, out: usize, line: usize): void {
  let c00 = f64x2.splat(0),
    c01 = f64x2.splat(0),
    c10 = f64x2.splat(0),
    c11 = f64x2.splat(0);
  let c20 = f64x2.splat(0),
    c21 = f64x2.splat(0),
    c30 = f64x2.splat(0),
    c31 = f64x2.splat(0);
  for (let i = 0; i < rows; i++) {
    const b0 = v128.load(pb);
    const b1 = v128.load(pb, 16);
    let a = v128.load_splat<f64>(pa);
    c00 = f64x2.add(c00, f64x2.mul(a, b0));
    c01 = f64x2.add(c01, f64x2.mul(a, b1));
    a = v128.load_splat<f64>(pa, 8);
    c10 = f64x2.add(c10, f64x2.mul(a, b0));
    c11 = f64x2.add(c11, f64x2.mul(a, b1));
    a = v128.load_splat<f64>(pa, 16);
    c20 = f64x2.add(c20, f64x2.mul(a, b0));
    c21 = f64x2.add(c21, f64x2.mul(a, b1));
    a = v128.load_splat<f64>(pa, 24);
    c30 = f64x2.add(c30, f64x2.mul(a, b0));
    c31 = f64x2.add(c31, f64x2.mul(a, b1));
    pa += 32;
    pb += 32;
  }
  addTo(out, c00, c01);
  addTo(out + line, c10, c11);
  addTo(out + 2 * line, c20, c21);
  addTo(out + 3 * line, c30, c31);
}

function addTo(at: usize, left: v128, right: v128): void {
  v128.store(at, f64x2.add(v128.load(at), left));
  v128.store(at, f64x2.add(v128.load(at, 16), right), 16);
}

/** Four rotations of adjacent rows of `count` doubles, the lowest pair first; `turns` holds four cosines and four sines. */
export function turnFour(top: usize, line: usize, count: i32, turns: usize): void {
  const c0 = v128.load_splat<f64>(turns),
    c1 = v128.load_splat<f64>(turns, 8);
  const c2 = v128.load_splat<f64>(turns, 16),
    c3 = v128.load_splat<f64>(turns, 24);
  const s0 = v128.load_splat<f64>(turns, 32),
    s1 = v128.load_splat<f64>(turns, 40);
  const s2 = v128.load_splat<f64>(turns, 48),
    s3 = v128.load_splat<f64>(turns, 56);
  const end = top + <usize>count * 8;
  for (let r0 = top; r0 < end; r0 += 16) {
    const r1 = r0 + line,
      r2 = r1 + line,
      r3 = r2 + line,
      r4 = r3 + line;
    let low = v128.load(r4);
    let x = v128.load(r3);
    v128.store(r4, f64x2.add(f64x2.mul(s0, x), f64x2.mul(c0, low)));
    low = f64x2.sub(f64x2.mul(c0, x), f64x2.mul(s0, low));
    x = v128.load(r2);
    v128.store(r3, f64x2.add(f64x2.mul(s1, x), f64x2.mul(c1, low)));
    low = f64x2.sub(f64x2.mul(c1, x), f64x2.mul(s1, low));
    x = v128.load(r1);
    v128.store(r2, f64x2.add(f64x2.mul(s2, x), f64x2.mul(c2, low)));
    low = f64x2.sub(f64x2.mul(c2, x), f64x2.mul(s2, low));
    x = v128.load(r0);
    v128.store(r1, f64x2.add(f64x2.mul(s3, x), f64x2.mul(c3, low)));
    v128.store(r0, f64x2.sub(f64x2.mul(c3, x), f64x2.mul(s3, low)));
  }
}

/** row −= a · e + b · u, over `count` doubles, an even number of them. */
export function subtractTwo(row: usize, e: usize, u: usize, a: f64, b: f64, count: i32): void {
  const va = f64x2.splat(a),
    vb = f64x2.splat(b);
  const end = row + <usize>count * 8;
  while (row < end) {
    const taken = f64x2.add(f64x2.mul(va, v128.load(e)), f64x2.mul(vb, v128.load(u)));
    v128.store(row, f64x2.sub(v128.load(row), taken));
    row += 16;
    e += 16;
    u += 16;
  }
}

/** sum + Σ row · u over `count` doubles, while e += times · row. */
export function symmetricTimes(row: usize, u: usize, e: usize, times: f64, sum: f64, count: i32): f64 {
  const end = row + <usize>count * 8;
  while (row < end) {
    const value = load<f64>(row);
    sum += value * load<f64>(u);
    store<f64>(e, load<f64>(e) + value * times);
    row += 8;
    u += 8;
    e += 8;
  }
  return sum;
}

/** q −= (Σ u · q / h) · u over `count` doubles, for one row q after the other; `rows` of them, `line` bytes apart. */
export function reflect(q: usize, line: usize, rows: i32, u: usize, h: f64, count: i32): void {
  const bytes = <usize>count * 8;
  let j = 0;
  // Four rows together, so that no sum waits for its own last step.
  for (; j + 4 <= rows; j += 4) {
    const q1 = q + line,
      q2 = q1 + line,
      q3 = q2 + line;
    let t0: f64 = 0,
      t1: f64 = 0,
      t2: f64 = 0,
      t3: f64 = 0;
    for (let k: usize = 0; k < bytes; k += 8) {
      const value = load<f64>(u + k);
      t0 += value * load<f64>(q + k);
      t1 += value * load<f64>(q1 + k);
      t2 += value * load<f64>(q2 + k);
      t3 += value * load<f64>(q3 + k);
    }
    t0 /= h;
    t1 /= h;
    t2 /= h;
    t3 /= h;
    for (let k: usize = 0; k < bytes; k += 8) {
      const value = load<f64>(u + k);
      store<f64>(q + k, load<f64>(q + k) - t0 * value);
      store<f64>(q1 + k, load<f64>(q1 + k) - t1 * value);
      store<f64>(q2 + k, load<f64>(q2 + k) - t2 * value);
      store<f64>(q3 + k, load<f64>(q3 + k) - t3 * value);
    }
    q += 4 * line;
  }
  for (; j < rows; j++) {
    let sum: f64 = 0;
    for (let k: usize = 0; k < bytes; k += 8) sum += load<f64>(u + k) * load<f64>(q + k);
    const g = sum / h;
    for (let k: usize = 0; k < bytes; k += 8) {
      store<f64>(q + k, load<f64>(q + k) - g * load<f64>(u + k));
    }
    q += line;
  }
}

/** Σ x · y over `count` doubles, in four sums. */
export function dot(x: usize, y: usize, count: i32): f64 {
  let left = f64x2.splat(0),
    right = f64x2.splat(0);
  let i = 0;
  for (; i + 4 <= count; i += 4) {
    left = f64x2.add(left, f64x2.mul(v128.load(x), v128.load(y)));
    right = f64x2.add(right, f64x2.mul(v128.load(x, 16), v128.load(y, 16)));
    x += 32;
    y += 32;
  }
  let s0 = f64x2.extract_lane(left, 0);
  for (; i < count; i++) {
    s0 += load<f64>(x) * load<f64>(y);
    x += 8;
    y += 8;
  }
  return s0 + f64x2.extract_lane(left, 1) + (f64x2.extract_lane(right, 0) + f64x2.extract_lane(right, 1));
}

/** Moves what is not NaN to the front, −0 as 0, and gives how many these are. */
export function keepNumbers(values: usize, count: i32): i32 {
  let to = values;
  for (let at = values, end = values + ((<usize>count) << 3); at < end; at += 8) {
    const value = load<f64>(at);
    if (value !== value) continue;
    store<f64>(to, value + 0);
    to += 8;
  }
  return <i32>((to - values) >> 3);
}

const DIGIT_BITS: i32 = 11;
const DIGITS: i32 = 6;
const COUNTS: i32 = 1 << DIGIT_BITS;
const SIGN: u64 = 1 << 63;
/** As many as are soonest put in order one by one. */
const FEW: u32 = 24;

/**
 * Sorts `count` doubles, none of them NaN, with their places; equal ones stay as they stand. They are put into slices
 * of equal width, as many as there are numbers; crowded slices are sorted by digits, and what is left is put in order
 * one by one (Knuth 1998, sections 5.2.1 and 5.2.5). `spare` takes as many doubles; `places`, `sparePlaces`, and
 * `starts` (one more) as many whole numbers of 32 bits; `digits` 6 × 2048 of these. The outcome stands in the spares.
 */
export function sortPlaces(
  values: usize,
  spare: usize,
  places: usize,
  sparePlaces: usize,
  starts: usize,
  digits: usize,
  count: i32,
): void {
  let least = load<f64>(values);
  let most = least;
  for (let i = 1; i < count; i++) {
    const value = load<f64>(values + ((<usize>i) << 3));
    if (value < least) least = value;
    if (value > most) most = value;
  }
  let perUnit = <f64>(count - 1) / (most - least);
  // No range, or none that can be divided by: all share the first slice.
  if (!(perUnit < 1e300)) perUnit = 0;
  memory.fill(starts, 0, (<usize>count + 1) << 2);
  for (let i = 0; i < count; i++) {
    const at = starts + ((<usize>sliceOf(load<f64>(values + ((<usize>i) << 3)), least, perUnit)) << 2);
    store<u32>(at, load<u32>(at, 4) + 1, 4);
  }
  for (let k = 1; k < count; k++) {
    const at = starts + ((<usize>k) << 2);
    store<u32>(at, load<u32>(at) + load<u32>(at - 4));
  }
  for (let i = 0; i < count; i++) {
    const value = load<f64>(values + ((<usize>i) << 3));
    const at = starts + ((<usize>sliceOf(value, least, perUnit)) << 2);
    const to = load<u32>(at);
    store<u32>(at, to + 1);
    store<f64>(spare + ((<usize>to) << 3), value);
    store<u32>(sparePlaces + ((<usize>to) << 2), i);
  }
  let from: u32 = 0;
  for (let k = 0; k < count; k++) {
    // Where a slice started, it ends by now.
    const end = load<u32>(starts + ((<usize>k) << 2));
    if (end - from > FEW) {
      const v = (<usize>from) << 3;
      const p = (<usize>from) << 2;
      sortByDigits(spare + v, values + v, sparePlaces + p, places + p, digits, <i32>(end - from));
    }
    from = end;
  }
  putInOrder(spare, sparePlaces, count);
}

function sliceOf(value: f64, least: f64, perUnit: f64): i32 {
  return <i32>((value - least) * perUnit);
}

function putInOrder(values: usize, places: usize, count: i32): void {
  for (let i = 1; i < count; i++) {
    let at = values + ((<usize>i) << 3);
    const value = load<f64>(at);
    if (load<f64>(at - 8) <= value) continue;
    let placeAt = places + ((<usize>i) << 2);
    const place = load<u32>(placeAt);
    do {
      store<f64>(at, load<f64>(at - 8));
      store<u32>(placeAt, load<u32>(placeAt - 4));
      at -= 8;
      placeAt -= 4;
    } while (at > values && load<f64>(at - 8) > value);
    store<f64>(at, value);
    store<u32>(placeAt, place);
  }
}

/** Sorts doubles with their places by the digits of their bits, from the lowest on. */
function sortByDigits(
  values: usize,
  spare: usize,
  places: usize,
  sparePlaces: usize,
  digits: usize,
  count: i32,
): void {
  memory.fill(digits, 0, (<usize>(DIGITS * COUNTS)) << 2);
  for (let i = 0; i < count; i++) {
    const at = values + ((<usize>i) << 3);
    const bits = load<u64>(at);
    const key = bits ^ (bits & SIGN ? u64.MAX_VALUE : SIGN);
    store<u64>(at, key);
    for (let digit = 0; digit < DIGITS; digit++) {
      const place = digits + ((<usize>(digit * COUNTS + digitOf(key, digit))) << 2);
      store<u32>(place, load<u32>(place) + 1);
    }
  }
  const home = values;
  const homePlaces = places;
  for (let digit = 0; digit < DIGITS; digit++) {
    const starts = digits + ((<usize>(digit * COUNTS)) << 2);
    // All share this digit.
    if (load<u32>(starts + ((<usize>digitOf(load<u64>(values), digit)) << 2)) === count) continue;
    let sum: u32 = 0;
    for (let k = 0; k < COUNTS; k++) {
      const at = starts + ((<usize>k) << 2);
      const here = load<u32>(at);
      store<u32>(at, sum);
      sum += here;
    }
    for (let i = 0; i < count; i++) {
      const key = load<u64>(values + ((<usize>i) << 3));
      const at = starts + ((<usize>digitOf(key, digit)) << 2);
      const to = load<u32>(at);
      store<u32>(at, to + 1);
      store<u64>(spare + ((<usize>to) << 3), key);
      store<u32>(sparePlaces + ((<usize>to) << 2), load<u32>(places + ((<usize>i) << 2)));
    }
    let other = values;
    values = spare;
    spare = other;
    other = places;
    places = sparePlaces;
    sparePlaces = other;
  }
  for (let i = 0; i < count; i++) {
    const key = load<u64>(values + ((<usize>i) << 3));
    store<u64>(home + ((<usize>i) << 3), key ^ (key & SIGN ? SIGN : u64.MAX_VALUE));
  }
  if (places !== homePlaces) memory.copy(homePlaces, places, (<usize>count) << 2);
}

function digitOf(key: u64, digit: i32): i32 {
  return (<i32>(key >> (<u64>(digit * DIGIT_BITS)))) & (COUNTS - 1);
}
