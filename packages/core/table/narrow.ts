import type { Codes, NumberValues } from './column';

/**
 * The first `length` of `values` in the narrowest typed array that holds each of them exactly.
 * Entries under a missing mark count as 0. Negative zero keeps a floating type.
 */
export function narrowNumbers(
  values: Float64Array,
  length: number,
  missing: Uint8Array | null,
): NumberValues {
  let whole = true;
  let single = true;
  let least = 0;
  let most = 0;
  for (let row = 0; row < length; row++) {
    if (missing !== null && missing[row] === 1) continue;
    const value = values[row]!;
    if (value < least) least = value;
    if (value > most) most = value;
    if (whole && (!Number.isInteger(value) || Object.is(value, -0))) whole = false;
    if (single && Math.fround(value) !== value) single = false;
  }
  const narrowed = whole ? wholeArray(length, least, most) : null;
  const result = narrowed ?? (single ? new Float32Array(length) : new Float64Array(length));
  for (let row = 0; row < length; row++) {
    result[row] = missing !== null && missing[row] === 1 ? 0 : values[row]!;
  }
  return result;
}

/** Room for `length` codes of `levels` levels in the narrowest typed array. */
export function narrowCodes(length: number, levels: number): Codes {
  if (levels <= 0x100) return new Uint8Array(length);
  if (levels <= 0x10000) return new Uint16Array(length);
  return new Uint32Array(length);
}

function wholeArray(length: number, least: number, most: number): NumberValues | null {
  if (least >= 0) {
    if (most <= 0xff) return new Uint8Array(length);
    if (most <= 0xffff) return new Uint16Array(length);
    if (most <= 0xffffffff) return new Uint32Array(length);
    return null;
  }
  if (least >= -0x80 && most <= 0x7f) return new Int8Array(length);
  if (least >= -0x8000 && most <= 0x7fff) return new Int16Array(length);
  if (least >= -0x80000000 && most <= 0x7fffffff) return new Int32Array(length);
  return null;
}
