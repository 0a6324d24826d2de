import { convertIndexedToRgb, decode } from 'fast-png';
import { Problem } from '../../problem';
import { readAll, type FileSource } from '../fileSource';
import type { Raster } from './raster';
import { wholePicture } from './wholePicture';

/** Unpacked, a picture may come to so many bytes. */
const LARGEST = 1 << 30;

/**
 * A PNG as a raster: grey or red, green and blue, of 8 or 16 bits. Wholly clear pixels have no value.
 *
 * @throws Problem where it is damaged, or larger than can be unpacked at once
 */
export async function openPng(source: FileSource, name: string): Promise<Raster> {
  const bytes = await readAll(source);
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length > 33) {
    const [width, height, depth] = [view.getUint32(16), view.getUint32(20), view.getUint8(24)];
    if (width * height * 4 * Math.ceil(depth / 8) > LARGEST) {
      throw new Problem(
        `it is ${width} × ${height} pixels, too many for a PNG, which is unpacked whole`,
        'Write it as a GeoTIFF in tiles.',
        name,
      );
    }
  }
  try {
    const png = decode(bytes);
    const channels = png.palette === undefined ? png.channels : (png.palette[0]?.length ?? 3);
    const data = png.palette === undefined ? unpacked(png) : convertIndexedToRgb(png);
    return wholePicture('PNG', png.width, png.height, channels, data);
  } catch (thrown) {
    if (thrown instanceof Problem) throw thrown;
    throw new Problem(
      `this PNG cannot be read (${(thrown as Error).message})`,
      'It is cut short or damaged: write it again from its source.',
      name,
    );
  }
}

/** Grey of less than a byte stands several to a byte, each line from a byte of its own. */
function unpacked({ data, depth, width, height }: ReturnType<typeof decode>): Uint8Array | Uint16Array {
  if (depth >= 8) return data instanceof Uint16Array ? data : new Uint8Array(data);
  const perLine = Math.ceil((width * depth) / 8);
  const values = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const byte = data[y * perLine + ((x * depth) >> 3)]!;
      values[y * width + x] = (byte >> (8 - depth - ((x * depth) & 7))) & ((1 << depth) - 1);
    }
  }
  return values;
}
