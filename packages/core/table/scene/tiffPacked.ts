import { getDecoder } from 'geotiff';
import { Problem } from '../../problem';
import type { NumberValues } from '../column';
import type { BandBlock, Tile } from './raster';
import { CutShort, decodedValues, type Shape, type TiffParts } from './tiffShape';

/** A packed part is unpacked whole: it may come to so many bytes. */
const LARGEST_PART = 1 << 30;
/** More parts than a scene has are a damaged header. */
const MOST_PARTS = 1 << 21;
const LERC = 34887;

/** Tiles and strips that are unpacked whole. @throws Problem where they are too large for that */
export async function packedParts(shape: Shape, compression: number, name: string): Promise<TiffParts> {
  const { image, samples, apart, bytes } = shape;
  const [width, height] = [image.getWidth(), image.getHeight()];
  const [wide, high] = [image.getTileWidth(), image.getTileHeight()];
  if (!(wide > 0) || !(high > 0)) throw new Error('its tiles have no size');
  const perPixel = apart ? 1 : samples;
  const partBytes = wide * high * perPixel * bytes;
  if (partBytes > LARGEST_PART) {
    throw new Problem(
      `it is packed in parts of ${(partBytes / 1e9).toFixed(1)} GB, which are too large to be unpacked`,
      'Write it in tiles, or in strips of a few lines.',
      name,
    );
  }
  const bits = await image.fileDirectory.loadValue('BitsPerSample');
  const decoder = await getDecoder(compression, {
    tileWidth: wide,
    tileHeight: high,
    predictor: Number((await image.fileDirectory.loadValue('Predictor')) ?? 1) || 1,
    bitsPerSample: bits ?? 8,
    planarConfiguration: apart ? 2 : 1,
    ...(compression === LERC
      ? { LercParameters: await image.fileDirectory.loadValue('LercParameters') }
      : {}),
  } as Parameters<typeof getDecoder>[1]);
  if (Math.ceil(width / wide) * Math.ceil(height / high) > MOST_PARTS) {
    throw new Error(`it says that it is ${width} × ${height} pixels in parts of ${wide} × ${high}`);
  }
  const tiles: Tile[] = [];
  for (let y = 0; y < height; y += high) {
    for (let x = 0; x < width; x += wide) {
      tiles.push({ x, y, width: Math.min(wide, width - x), height: Math.min(high, height - y) });
    }
  }
  /** The part that a place of the picture lies in. */
  const partOf = async (x: number, y: number, band: number): Promise<NumberValues> => {
    const { data } = await image.getTileOrStrip(Math.floor(x / wide), Math.floor(y / high), band, decoder);
    const least = (image.isTiled ? high : Math.min(high, height - y)) * wide * perPixel * bytes;
    if (data.byteLength < least) throw new CutShort();
    return decodedValues(shape, data as ArrayBuffer);
  };
  return {
    tiles,
    read: async window => {
      // Pages of one file may be cut in other parts than the first: these are put together.
      const own = window.x % wide === 0 && window.y % high === 0;
      if (own && window.width <= wide && window.height <= high) {
        if (!apart) {
          const values = await partOf(window.x, window.y, 0);
          return Array.from({ length: samples }, (_, band) => ({
            values,
            first: band,
            along: samples,
            down: wide * samples,
          }));
        }
        const blocks: BandBlock[] = [];
        for (let band = 0; band < samples; band++) {
          blocks.push({ values: await partOf(window.x, window.y, band), first: 0, along: 1, down: wide });
        }
        return blocks;
      }
      return putTogether(window, { wide, high, samples, apart }, partOf, shape.valuesOf, bytes);
    },
  };
}

/** A window that does not keep to the file's parts. */
async function putTogether(
  window: Tile,
  { wide, high, samples, apart }: { wide: number; high: number; samples: number; apart: boolean },
  partOf: (x: number, y: number, band: number) => Promise<NumberValues>,
  valuesOf: Shape['valuesOf'],
  bytes: number,
): Promise<BandBlock[]> {
  const blocks: BandBlock[] = [];
  const perPixel = apart ? 1 : samples;
  for (let plane = 0; plane < (apart ? samples : 1); plane++) {
    const values = valuesOf(new ArrayBuffer(window.width * window.height * perPixel * bytes));
    for (let top = window.y - (window.y % high); top < window.y + window.height; top += high) {
      for (let left = window.x - (window.x % wide); left < window.x + window.width; left += wide) {
        const part = await partOf(left, top, plane);
        const from = Math.max(left, window.x);
        const to = Math.min(left + wide, window.x + window.width);
        for (let y = Math.max(top, window.y); y < Math.min(top + high, window.y + window.height); y++) {
          const at = ((y - top) * wide + from - left) * perPixel;
          values.set(
            part.subarray(at, at + (to - from) * perPixel),
            ((y - window.y) * window.width + from - window.x) * perPixel,
          );
        }
      }
    }
    for (let band = 0; band < perPixel; band++) {
      blocks.push({ values, first: band, along: perPixel, down: window.width * perPixel });
    }
  }
  return blocks;
}
