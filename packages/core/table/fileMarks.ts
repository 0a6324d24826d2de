const PARQUET = new TextEncoder().encode('PAR1');
const ARROW = new TextEncoder().encode('ARROW1');
const ARROW_STREAM = 0xffffffff;
const ZIP = [0x50, 0x4b, 0x03, 0x04];

const startsWith = (bytes: Uint8Array, mark: ArrayLike<number>): boolean =>
  Array.from(mark).every((byte, index) => bytes[index] === byte);

/** Whether a file starts with Parquet's mark. */
export const isParquet = (bytes: Uint8Array): boolean => startsWith(bytes, PARQUET);

/** Whether bytes start as a ZIP archive does, which a workbook is. */
export const isZip = (bytes: Uint8Array): boolean => startsWith(bytes, ZIP);

/** Whether bytes start as an Arrow IPC file or stream does. */
export function isArrow(bytes: Uint8Array): boolean {
  if (startsWith(bytes, ARROW)) return true;
  if (bytes.length < 16) return false;
  const view = new DataView(bytes.buffer, bytes.byteOffset);
  // A stream starts with a mark and the length of its schema.
  return view.getUint32(0, true) === ARROW_STREAM && view.getInt32(4, true) > 0;
}

/**
 * Whether the first letter of a file opens an array or an object, and the last closes one.
 *
 * @param bytes the start and the end of the file
 */
export function isJson(bytes: Uint8Array): boolean {
  const blank = (byte: number) => byte === 32 || (byte >= 9 && byte <= 13);
  let first = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? 3 : 0;
  let last = bytes.length - 1;
  while (first < bytes.length && blank(bytes[first]!)) first++;
  while (last > first && blank(bytes[last]!)) last--;
  const [open, close] = [bytes[first], bytes[last]];
  return (open === 0x5b && close === 0x5d) || (open === 0x7b && close === 0x7d);
}
