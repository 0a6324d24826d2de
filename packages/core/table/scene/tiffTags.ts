import type { GeoTIFFImage } from 'geotiff';
import { Problem } from '../../problem';
import type { NumberValues } from '../column';
import type { RasterBand } from './raster';
import type { ScenePlace } from './scene';

/** What a value of a TIFF is. */
export interface Sample {
  readonly bytes: number;
  readonly room: (length: number) => NumberValues;
  readonly valuesOf: (bytes: ArrayBuffer) => NumberValues;
}

/** What a value of the file is; the same for all its bands. @throws Problem where it is not, or is no number that is read */
export function sampleOf(image: GeoTIFFImage, samples: number, name: string): Sample {
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

/** A picture of red, green and blue, which its further samples are not. */
const RGB = 2;
const COLOURS = ['red', 'green', 'blue'];
const MICROMETRES = /micro|^(µm|μm|um)$/i;

/** What the file says of its bands, in the items that its metadata may hold. */
export async function bandsOf(
  image: GeoTIFFImage,
  samples: number,
  room: (length: number) => NumberValues,
): Promise<RasterBand[]> {
  const noData = image.getGDALNoData();
  const whole = await metadataOf(image, null);
  const ofColours = Number(image.fileDirectory.getValue('PhotometricInterpretation')) === RGB && samples >= 3;
  const bands: RasterBand[] = [];
  for (let band = 0; band < samples; band++) {
    const items = new Map([...whole, ...(await metadataOf(image, band))]);
    const given = Number(items.get('wavelength') ?? items.get('central_wavelength') ?? NaN);
    const unit = items.get('wavelength_units') ?? items.get('wavelength_unit') ?? 'nm';
    const wavelength = MICROMETRES.test(unit) ? given * 1000 : given;
    bands.push({
      name: (items.get('description') ?? '').trim() || (ofColours ? (COLOURS[band] ?? '') : ''),
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

/** Where the picture lies, as its tags say it; null where they do not. */
export async function placeOf(image: GeoTIFFImage): Promise<ScenePlace | null> {
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
