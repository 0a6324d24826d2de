import type GeoTIFF from 'geotiff';
import type { FileSource } from '../fileSource';

/** Of a header so much is read at once. */
const HEADER_PIECE = 1 << 16;

/** The package's way to read, from ours. Small reads, of which a header takes many, are taken from larger ones. */
export function tiffSource(source: FileSource): Parameters<typeof GeoTIFF.fromSource>[0] {
  let start = -1;
  let held = new Uint8Array(new ArrayBuffer(0));
  const fetchOne = async (offset: number, length: number): Promise<ArrayBuffer> => {
    const to = Math.min(source.size, offset + length);
    if (offset >= to) return new ArrayBuffer(0);
    if (length > HEADER_PIECE) return exact(await source.read(offset, to));
    if (start < 0 || offset < start || to > start + held.length) {
      const from = offset;
      held = await source.read(from, Math.min(source.size, from + HEADER_PIECE));
      start = from;
    }
    return exact(held.subarray(offset - start, to - start));
  };
  return {
    fileSize: source.size,
    fetch: slices => Promise.all(slices.map(({ offset, length }) => fetchOne(offset, length))),
    fetchSlice: async slice => ({ ...slice, data: await fetchOne(slice.offset, slice.length) }),
    close: () => Promise.resolve(),
  };
}

/** A buffer of just these bytes. */
const exact = (bytes: Uint8Array<ArrayBuffer>): ArrayBuffer =>
  bytes.byteOffset === 0 && bytes.byteLength === bytes.buffer.byteLength
    ? bytes.buffer
    : bytes.slice().buffer;
