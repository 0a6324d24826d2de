import GeoTIFF, { type GeoTIFFImage } from 'geotiff';
import { Problem } from '../../problem';
import type { FileSource } from '../fileSource';
import type { BandBlock, Raster, RasterBand } from './raster';
import { packedParts } from './tiffPacked';
import { plainParts } from './tiffPlain';
import type { TiffParts } from './tiffShape';
import { tiffSource } from './tiffSource';
import { bandsOf, placeOf, sampleOf } from './tiffTags';

/** How a file may be packed: plain, LZW, deflate, PackBits, Zstandard, and LERC. */
const UNPACKED = new Set([1, 5, 8, 32946, 32773, 50000, 34887]);
const NAMES = new Map([
  [2, 'fax'],
  [3, 'fax'],
  [4, 'fax'],
  [6, 'JPEG'],
  [7, 'JPEG'],
  [34712, 'JPEG 2000'],
  [50001, 'WebP'],
]);

/** More pages than a scene has bands are no bands. */
const MOST_BANDS = 4096;
/** A side longer than this is a damaged header. */
const LONGEST_SIDE = 1 << 24;

/**
 * A TIFF as a raster: its samples are the bands, and those of further pages of the same size, but for smaller copies and
 * masks.
 *
 * @throws Problem where it is cut short, packed in a way that is not read, or of numbers that are none
 */
export async function openGeoTiff(source: FileSource, name: string): Promise<Raster> {
  try {
    return await opened(source, name);
  } catch (thrown) {
    throw asProblem(thrown, name);
  }
}

async function opened(source: FileSource, name: string): Promise<Raster> {
  const file = await GeoTIFF.fromSource(tiffSource(source));
  const pages = await pagesOf(file);
  const [first] = pages;
  if (first === undefined) throw new Error('it holds no picture');
  const parts = await Promise.all(pages.map(page => pageOf(page, source, name)));
  const bands = parts.flatMap(part => part.bands);
  const tiles = parts[0]!.tiles;
  return {
    kind: 'GeoTIFF',
    width: first.getWidth(),
    height: first.getHeight(),
    bands: bands.map(({ name: given, ...band }, j) => ({ ...band, name: given || `band ${j + 1}` })),
    place: await placeOf(first),
    tiles,
    read: async tile => {
      try {
        const blocks: BandBlock[] = [];
        for (const part of parts) for (const block of await part.read(tile)) blocks.push(block);
        return blocks;
      } catch (thrown) {
        throw asProblem(thrown, name);
      }
    },
  };
}

/** Pictures of the first one's size, but for those that the file says are copies or masks. */
async function pagesOf(file: GeoTIFF): Promise<GeoTIFFImage[]> {
  const pages: GeoTIFFImage[] = [];
  for (let index = 0; index < MOST_BANDS; index++) {
    let page: GeoTIFFImage;
    try {
      page = await file.getImage(index);
    } catch (thrown) {
      if (index === 0) throw thrown;
      break;
    }
    const kind = Number(page.fileDirectory.getValue('NewSubfileType') ?? 0);
    const isCopy = (kind & 1) === 1 || (kind & 4) === 4;
    const [first] = pages;
    if (first !== undefined) {
      const alike = page.getWidth() === first.getWidth() && page.getHeight() === first.getHeight();
      if (isCopy || !alike) continue;
    }
    pages.push(page);
  }
  return pages;
}

interface Page extends TiffParts {
  readonly bands: readonly RasterBand[];
}

async function pageOf(image: GeoTIFFImage, source: FileSource, name: string): Promise<Page> {
  const [width, height] = [image.getWidth(), image.getHeight()];
  if (!(width > 0) || !(height > 0) || width > LONGEST_SIDE || height > LONGEST_SIDE) {
    throw new Problem(
      `it says that it is ${width} × ${height} pixels`,
      'It is damaged: write it again from its source.',
      name,
    );
  }
  const directory = image.fileDirectory;
  const compression = Number(directory.getValue('Compression') ?? 1);
  if (!UNPACKED.has(compression)) {
    const called = NAMES.get(compression) ?? `method ${compression}`;
    throw new Problem(
      `it is packed by ${called}, which is not read`,
      'Write it without packing, or packed by deflate or LZW.',
      name,
    );
  }
  const samples = image.getSamplesPerPixel();
  if (!(samples >= 1) || samples > MOST_BANDS) throw new Error(`it says that it has ${samples} bands`);
  const sample = sampleOf(image, samples, name);
  const bands = await bandsOf(image, samples, sample.room);
  const apart = Number(directory.getValue('PlanarConfiguration') ?? 1) === 2 && samples > 1;
  const plain = compression === 1 && image.getBitsPerSample() % 8 === 0;
  const shape = {
    image,
    samples,
    apart,
    bytes: sample.bytes,
    little: image.littleEndian,
    valuesOf: sample.valuesOf,
  };
  return plain && !image.isTiled
    ? { bands, ...plainParts(shape, source) }
    : { bands, ...(await packedParts(shape, compression, name)) };
}

function asProblem(thrown: unknown, name: string): unknown {
  if (thrown instanceof Problem || (thrown as Error).message === 'stopped') return thrown;
  return new Problem(
    `this TIFF cannot be read (${(thrown as Error).message})`,
    'It is cut short, damaged, or packed in an uncommon way: write it again from its source.',
    name,
  );
}
