import GeoTIFF, { getDecoder, type GeoTIFFImage } from 'geotiff';
import { Problem } from '../../problem';
import type { NumberValues } from '../column';
import type { FileSource } from '../fileSource';
import type { BandBlock, Raster, RasterBand, Tile } from './raster';
import type { ScenePlace } from './scene';

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

/** A plain file is read so many bytes at a time where its own parts are larger. */
const PIECE = 1 << 23;
/** A packed part is unpacked whole: it may come to so many bytes. */
const LARGEST_PART = 1 << 30;
/** More parts than a scene has are a damaged header. */
const MOST_PARTS = 1 << 21;
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
  const file = await GeoTIFF.fromSource(asSource(source));
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

interface Page {
  readonly bands: readonly RasterBand[];
  readonly tiles: readonly Tile[];
  readonly read: (tile: Tile) => Promise<BandBlock[]>;
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
    ? { bands, ...plainPage(shape, source) }
    : { bands, ...(await packedPage(shape, compression, name)) };
}

interface Shape {
  readonly image: GeoTIFFImage;
  readonly samples: number;
  /** Whether each band stands by itself. */
  readonly apart: boolean;
  /** Of one value. */
  readonly bytes: number;
  readonly little: boolean;
  readonly valuesOf: (bytes: ArrayBuffer) => NumberValues;
}

const HOST_IS_LITTLE = new Uint8Array(Uint16Array.of(1).buffer)[0] === 1;

/** Values of decoded bytes, which are turned round where the file's order is not the host's. */
function decodedValues({ bytes, little, valuesOf }: Shape, buffer: ArrayBuffer): NumberValues {
  const whole = buffer.byteLength - (buffer.byteLength % bytes);
  const data = whole === buffer.byteLength ? buffer : buffer.slice(0, whole);
  if (bytes > 1 && little !== HOST_IS_LITTLE) {
    const all = new Uint8Array(data);
    for (let at = 0; at < all.length; at += bytes) all.subarray(at, at + bytes).reverse();
  }
  return valuesOf(data);
}

/** Strips that are not packed: any lines can be read by themselves. */
function plainPage(shape: Shape, source: FileSource): Pick<Page, 'tiles' | 'read'> {
  const { image, samples, apart, bytes } = shape;
  const [width, height] = [image.getWidth(), image.getHeight()];
  const perStrip = image.getTileHeight();
  const perPixel = apart ? 1 : samples;
  const lineBytes = width * perPixel * bytes;
  if (lineBytes * height * (apart ? samples : 1) > source.size) throw new CutShort();
  const lines = Math.max(1, Math.min(height, Math.floor(PIECE / (lineBytes * (apart ? samples : 1)))));
  const strips = Math.ceil(height / perStrip);
  const tiles = Array.from({ length: Math.ceil(height / lines) }, (_, i) => ({
    x: 0,
    y: i * lines,
    width,
    height: Math.min(lines, height - i * lines),
  }));
  const linesOf = async (plane: number, y: number, count: number): Promise<NumberValues> => {
    const read = new Uint8Array(count * lineBytes);
    for (let line = y; line < y + count;) {
      const strip = Math.floor(line / perStrip);
      const until = Math.min(y + count, (strip + 1) * perStrip);
      const start = Number(
        await image.fileDirectory.loadValueIndexed('StripOffsets', plane * strips + strip),
      );
      const from = start + (line - strip * perStrip) * lineBytes;
      const to = from + (until - line) * lineBytes;
      if (!(start > 0) || to > source.size) throw new CutShort();
      read.set(await source.read(from, to), (line - y) * lineBytes);
      line = until;
    }
    return decodedValues(shape, read.buffer);
  };
  return {
    tiles,
    read: async tile => {
      const blocks: BandBlock[] = [];
      if (apart) {
        for (let band = 0; band < samples; band++) {
          const values = await linesOf(band, tile.y, tile.height);
          blocks.push({ values, first: tile.x, along: 1, down: width });
        }
        return blocks;
      }
      const values = await linesOf(0, tile.y, tile.height);
      for (let band = 0; band < samples; band++) {
        blocks.push({ values, first: tile.x * samples + band, along: samples, down: width * samples });
      }
      return blocks;
    },
  };
}

/** Tiles and strips that are unpacked whole. */
async function packedPage(
  shape: Shape,
  compression: number,
  name: string,
): Promise<Pick<Page, 'tiles' | 'read'>> {
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
    ...(compression === 34887
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
  /** The part that a place of the picture lies in; the last one is at hand where several windows share it. */
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

interface Sample {
  readonly bytes: number;
  readonly room: (length: number) => NumberValues;
  readonly valuesOf: (bytes: ArrayBuffer) => NumberValues;
}

/** What a value of the file is; the same for all its bands. */
function sampleOf(image: GeoTIFFImage, samples: number, name: string): Sample {
  const [format, bits] = [image.getSampleFormat(0) || 1, image.getBitsPerSample(0) || 8];
  for (let band = 1; band < samples; band++) {
    const other = [image.getSampleFormat(band) || format, image.getBitsPerSample(band) || bits];
    if (other[0] !== format || other[1] !== bits) {
      throw new Problem(
        `band ${band + 1} has other numbers than the first`,
        'Write all bands as numbers of one kind.',
        name,
      );
    }
  }
  const Kind = arrayKind(format, bits);
  if (Kind === null) {
    throw new Problem(
      `its values are ${bits} bits of ${FORMATS.get(format) ?? `kind ${format}`}, which are not read`,
      'Write them as whole numbers of 8, 16 or 32 bits, or as float32 or float64.',
      name,
    );
  }
  return {
    bytes: Kind.BYTES_PER_ELEMENT,
    room: length => new Kind(length),
    valuesOf: bytes => new Kind(bytes),
  };
}

const FORMATS = new Map([
  [1, 'whole numbers'],
  [2, 'signed whole numbers'],
  [3, 'floating point'],
  [5, 'complex whole numbers'],
  [6, 'complex numbers'],
]);

function arrayKind(format: number, bits: number) {
  if (format === 3) return bits === 32 ? Float32Array : bits === 64 ? Float64Array : null;
  if (format === 2)
    return bits === 8 ? Int8Array : bits === 16 ? Int16Array : bits === 32 ? Int32Array : null;
  if (format !== 1 && format !== 4) return null;
  return bits <= 8 ? Uint8Array : bits <= 16 ? Uint16Array : bits <= 32 ? Uint32Array : null;
}

const MICROMETRES = /micro|^(µm|μm|um)$/i;

/** What the file says of its bands, in the items that its metadata may hold. */
async function bandsOf(
  image: GeoTIFFImage,
  samples: number,
  room: (length: number) => NumberValues,
): Promise<RasterBand[]> {
  const noData = image.getGDALNoData();
  const whole = await metadataOf(image, null);
  const bands: RasterBand[] = [];
  for (let band = 0; band < samples; band++) {
    const items = new Map([...whole, ...(await metadataOf(image, band))]);
    const given = Number(items.get('wavelength') ?? items.get('central_wavelength') ?? NaN);
    const unit = items.get('wavelength_units') ?? items.get('wavelength_unit') ?? 'nm';
    const wavelength = MICROMETRES.test(unit) ? given * 1000 : given;
    bands.push({
      name: (items.get('description') ?? '').trim(),
      wavelength: Number.isFinite(wavelength) && wavelength > 0 ? wavelength : null,
      unit: items.get('unittype') ?? items.get('units') ?? null,
      room,
      noData: noData === null || Number.isNaN(noData) ? null : noData,
    });
  }
  return bands;
}

async function metadataOf(image: GeoTIFFImage, band: number | null): Promise<Map<string, string>> {
  const found = await image.getGDALMetadata(band).catch(() => null);
  return new Map(
    Object.entries(found ?? {}).map(([key, value]) => [key.toLowerCase(), plainText(String(value))]),
  );
}

/** Text of XML. */
const plainText = (text: string): string =>
  text
    .replaceAll('&lt;', '<')
    .replaceAll('&gt;', '>')
    .replaceAll('&quot;', '"')
    .replaceAll('&apos;', "'")
    .replaceAll('&amp;', '&');

async function placeOf(image: GeoTIFFImage): Promise<ScenePlace | null> {
  const directory = image.fileDirectory;
  const numbers = async (
    tag: 'ModelPixelScale' | 'ModelTiepoint' | 'ModelTransformation' | 'GeoKeyDirectory' | 'GeoDoubleParams',
  ) => {
    const value = directory.hasTag(tag) ? await directory.loadValue(tag) : undefined;
    return value === undefined ? null : Array.from(value as ArrayLike<number>);
  };
  const place: ScenePlace = {
    pixelScale: await numbers('ModelPixelScale'),
    tiepoint: await numbers('ModelTiepoint'),
    transformation: await numbers('ModelTransformation'),
    keys: await numbers('GeoKeyDirectory'),
    doubles: await numbers('GeoDoubleParams'),
    ascii: directory.hasTag('GeoAsciiParams')
      ? String((await directory.loadValue('GeoAsciiParams')) ?? '').replace(/\0+$/, '')
      : null,
  };
  return place.transformation === null && place.tiepoint === null ? null : place;
}

/** A part that the file should have and has not. */
class CutShort extends Error {
  constructor() {
    super('it is cut short');
  }
}

function asProblem(thrown: unknown, name: string): unknown {
  if (thrown instanceof Problem || (thrown as Error).message === 'stopped') return thrown;
  return new Problem(
    `this TIFF cannot be read (${(thrown as Error).message})`,
    'It is cut short, damaged, or packed in an uncommon way: write it again from its source.',
    name,
  );
}

/** The package's way to read, from ours. Small reads, of which a header takes many, are taken from larger ones. */
function asSource(source: FileSource): Parameters<typeof GeoTIFF.fromSource>[0] {
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

const HEADER_PIECE = 1 << 16;

/** A buffer of just these bytes. */
const exact = (bytes: Uint8Array<ArrayBuffer>): ArrayBuffer =>
  bytes.byteOffset === 0 && bytes.byteLength === bytes.buffer.byteLength
    ? bytes.buffer
    : bytes.slice().buffer;
