import { pointer, whole } from './args';

/** Columns of the one side, and of the other, whose products are summed at once. */
const LEFT: i32 = 4;
const RIGHT: i32 = 2;

/**
 * Adds the products of columns of whole numbers of 16 bits over a block of rows, exact as long as no sum of a block goes
 * beyond 32 bits; a part is four columns, with all up to the last of them.
 * Arguments: columns (i16, count × rows), rows (a multiple of 8), outcome (f64, count × count; entry (a, b) for b up to
 * a's four), count (a multiple of 4).
 */
export function addWholeProducts(part: i32): void {
  const bytes = (<usize>whole(1)) << 1;
  const count = whole(3);
  const left = pointer(0) + <usize>part * LEFT * bytes;
  const line = (<usize>count) << 3;
  const out = pointer(2) + <usize>part * LEFT * line;
  for (let b = 0; b < (part + 1) * LEFT; b += RIGHT) {
    addTile(left, pointer(0) + <usize>b * bytes, bytes, out + ((<usize>b) << 3), line);
  }
}

function addTile(left: usize, right: usize, bytes: usize, out: usize, line: usize): void {
  let s00 = i32x4.splat(0), s01 = i32x4.splat(0), s10 = i32x4.splat(0), s11 = i32x4.splat(0); // prettier-ignore
  let s20 = i32x4.splat(0), s21 = i32x4.splat(0), s30 = i32x4.splat(0), s31 = i32x4.splat(0); // prettier-ignore
  const second = left + bytes;
  const third = second + bytes;
  const fourth = third + bytes;
  const beside = right + bytes;
  for (let at: usize = 0; at < bytes; at += 16) {
    const x = v128.load(right + at);
    const y = v128.load(beside + at);
    let a = v128.load(left + at);
    s00 = i32x4.add(s00, i32x4.dot_i16x8_s(a, x));
    s01 = i32x4.add(s01, i32x4.dot_i16x8_s(a, y));
    a = v128.load(second + at);
    s10 = i32x4.add(s10, i32x4.dot_i16x8_s(a, x));
    s11 = i32x4.add(s11, i32x4.dot_i16x8_s(a, y));
    a = v128.load(third + at);
    s20 = i32x4.add(s20, i32x4.dot_i16x8_s(a, x));
    s21 = i32x4.add(s21, i32x4.dot_i16x8_s(a, y));
    a = v128.load(fourth + at);
    s30 = i32x4.add(s30, i32x4.dot_i16x8_s(a, x));
    s31 = i32x4.add(s31, i32x4.dot_i16x8_s(a, y));
  }
  addSums(out, s00, s01);
  addSums(out + line, s10, s11);
  addSums(out + 2 * line, s20, s21);
  addSums(out + 3 * line, s30, s31);
}

function addSums(at: usize, left: v128, right: v128): void {
  store<f64>(at, load<f64>(at) + sumOf(left));
  store<f64>(at, load<f64>(at, 8) + sumOf(right), 8);
}

function sumOf(four: v128): f64 {
  return (
    <f64>i32x4.extract_lane(four, 0) +
    <f64>i32x4.extract_lane(four, 1) +
    <f64>i32x4.extract_lane(four, 2) +
    <f64>i32x4.extract_lane(four, 3)
  );
}
