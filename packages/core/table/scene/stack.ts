import { z } from 'zod';
import { Problem } from '../../problem';
import type { FileBlob, FileSource } from '../fileSource';
import { STACK_MARK } from './marks';
import type { Raster } from './raster';

const LONGEST_HEADER = 1 << 20;
const MOST_FILES = 4096;

const headerSchema = z
  .array(z.strictObject({ name: z.string(), size: z.int().min(1) }))
  .min(1)
  .max(MOST_FILES);

/**
 * What stands before the bytes of several pictures that are kept as one file, one after the other: a mark, and a line that
 * tells their names and sizes.
 */
export function stackHeader(files: readonly { readonly name: string; readonly size: number }[]): string {
  return `${STACK_MARK}${JSON.stringify(files.map(({ name, size }) => ({ name, size })))}\n`;
}

/** The pictures of a stack, each a source of its own. @throws Problem where the stack is damaged */
export async function stackedSources(
  source: FileSource,
  where: string,
): Promise<{ readonly name: string; readonly source: FileSource }[]> {
  const start = await source.read(0, Math.min(source.size, LONGEST_HEADER));
  const end = start.indexOf(10, STACK_MARK.length);
  try {
    if (end < 0) throw new Error('its list of pictures has no end');
    const header = headerSchema.parse(
      JSON.parse(new TextDecoder().decode(start.subarray(STACK_MARK.length, end))),
    );
    let from = end + 1;
    const parts = header.map(({ name, size }) => {
      const at = from;
      from += size;
      return { name, source: partOf(source, at, size) };
    });
    if (from !== source.size) throw new Error(`it is ${source.size} bytes, not ${from}`);
    return parts;
  } catch (thrown) {
    throw new Problem(
      `this stack of pictures cannot be read (${(thrown as Error).message.split('\n')[0]})`,
      'Open the pictures again, all at once.',
      where,
    );
  }
}

function partOf(source: FileSource, at: number, size: number): FileSource {
  return {
    size,
    read: (from, to) => source.read(at + from, at + Math.min(to, size)),
    ...(source.blob === undefined ? {} : { blob: source.blob.slice(at, at + size) as unknown as FileBlob }),
  };
}

/**
 * The bands of several pictures of one size and place as those of one. A picture of one band is called as its file.
 *
 * @throws Problem where one is of another size, or lies elsewhere
 */
export function stacked(parts: readonly { readonly name: string; readonly raster: Raster }[]): Raster {
  const first = parts[0]!;
  for (const { name, raster } of parts.slice(1)) {
    const { width, height, place } = raster;
    if (width !== first.raster.width || height !== first.raster.height) {
      throw new Problem(
        `it is ${width} × ${height} pixels, and “${first.name}” ${first.raster.width} × ${first.raster.height}`,
        'Bring all pictures to one size, or open them one by one.',
        name,
      );
    }
    if (place !== null && first.raster.place !== null && !lieAlike(place, first.raster.place)) {
      throw new Problem(
        `it lies elsewhere than “${first.name}”`,
        'Bring all pictures to one place, or open them one by one.',
        name,
      );
    }
  }
  return {
    kind: 'stack',
    width: first.raster.width,
    height: first.raster.height,
    place: parts.find(({ raster }) => raster.place !== null)?.raster.place ?? null,
    bands: parts.flatMap(({ name, raster }) => {
      const stem = name.replace(/\.[^.]+$/, '');
      return raster.bands.map(band => ({
        ...band,
        name: raster.bands.length === 1 ? stem : `${stem} ${band.name}`,
      }));
    }),
    tiles: first.raster.tiles,
    read: async tile => {
      const blocks = await Promise.all(parts.map(({ raster }) => raster.read(tile)));
      return blocks.flat();
    },
  };
}

/** Same numbers but for the last digits, and the same grid on the ground. */
function lieAlike(a: NonNullable<Raster['place']>, b: NonNullable<Raster['place']>): boolean {
  const alike = (x: readonly number[] | null, y: readonly number[] | null) =>
    (x === null && y === null) ||
    (x !== null &&
      y !== null &&
      x.length === y.length &&
      x.every((value, i) => Math.abs(value - y[i]!) <= 1e-9 * Math.max(1, Math.abs(value))));
  return (
    alike(a.pixelScale, b.pixelScale) &&
    alike(a.tiepoint, b.tiepoint) &&
    alike(a.transformation, b.transformation) &&
    alike(a.keys, b.keys)
  );
}
