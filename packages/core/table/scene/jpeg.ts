import { decode } from 'jpeg-js';
import { Problem } from '../../problem';
import { readAll, type FileSource } from '../fileSource';
import type { Raster } from './raster';
import { wholePicture } from './wholePicture';

const LARGEST_MEGABYTES = 1024;
const LARGEST_MEGAPIXELS = 128;

/**
 * A JPEG as a raster of red, green and blue, or of grey where all three are the same.
 *
 * @throws Problem where it is damaged, or larger than can be unpacked at once
 */
export async function openJpeg(source: FileSource, name: string): Promise<Raster> {
  const bytes = await readAll(source);
  try {
    const { width, height, data } = decode(bytes, {
      useTArray: true,
      formatAsRGBA: false,
      tolerantDecoding: false,
      maxMemoryUsageInMB: LARGEST_MEGABYTES,
      maxResolutionInMP: LARGEST_MEGAPIXELS,
    });
    return isGrey(data)
      ? wholePicture(
          'JPEG',
          width,
          height,
          1,
          data.filter((_, at) => at % 3 === 0),
        )
      : wholePicture('JPEG', width, height, 3, data);
  } catch (thrown) {
    throw new Problem(
      `this JPEG cannot be read (${(thrown as Error).message})`,
      `It is cut short, damaged or larger than ${LARGEST_MEGAPIXELS} million pixels: write it again from its source.`,
      name,
    );
  }
}

function isGrey(data: Uint8Array): boolean {
  for (let at = 0; at < data.length; at += 3) {
    if (data[at] !== data[at + 1] || data[at] !== data[at + 2]) return false;
  }
  return true;
}
