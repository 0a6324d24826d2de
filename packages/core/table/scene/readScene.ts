import { quietHost, type Host } from '../../host';
import { Problem } from '../../problem';
import type { NumberColumn, NumberValues } from '../column';
import { distinctNames } from '../distinctNames';
import { sourceKey, type FileSource } from '../fileSource';
import { fileTable } from '../fileTable';
import type { ReadingChoices } from '../readingChoices';
import type { ReadNote, Table } from '../table';
import { contentKey } from '../contentKey';
import { openRaster } from './openRaster';
import { ordinal } from './ordinal';
import type { Raster } from './raster';
import { gridSize, PLACE_COLUMNS, type Region, type Scene } from './scene';

/** So many pixels and values a study starts with at most; every how many-th pixel that is, can be said otherwise. */
const MOST_PIXELS = 500_000;
const MOST_VALUES = 1 << 25;
/** What can be held at all, in bytes of the bands. */
const MOST_BYTES = 3 << 28;
/** The key of a larger file is that of parts of it. */
const WHOLLY_KEYED = 2 ** 31;

/**
 * A picture as a table: its pixels are the rows, its bands the columns, and two more tell where each pixel lies. It is
 * read by tiles, of which none is held longer than it takes to pick out its pixels.
 *
 * @throws Problem where it cannot be read, holds no value, or is more than can be held
 */
export async function readScene(
  source: FileSource,
  name: string,
  host: Host = quietHost,
  choices: ReadingChoices = {},
): Promise<Table> {
  const raster = await openRaster(source, name);
  // While the picture is read.
  const key = pictureKey(source);
  key.catch(() => undefined);
  const region = regionOf(raster, choices.region, name);
  const step = choices.step ?? stepFor(region, raster.bands.length);
  const { columns, scene } = await readPixels(raster, region, step, name, host);
  const rows = columns[0]!.values.length;
  if (rows === 0) {
    throw new Problem('no pixel has a value', 'Open another picture, or choose another region of it.', name);
  }
  const table = fileTable({
    key: await key,
    name,
    source: { format: 'scene', file: raster.kind, scene },
    columns,
    rows,
    notes: notesOf(scene, choices),
    choices,
  });
  // Bands are no relations, whatever their numbers look like.
  return { ...table, matrix: null };
}

/**
 * The pixels of a region as columns: the bands, and where each pixel lies. There may be none.
 *
 * @throws Problem where they are more than can be held
 */
export async function readPixels(
  raster: Raster,
  region: Region,
  step: number,
  name: string,
  host: Host = quietHost,
): Promise<{ readonly columns: readonly NumberColumn[]; readonly scene: Scene }> {
  const { width, height } = gridSize({ region, step });
  refuseTooMany(raster, width * height, step, name);
  const gathered = await gather(raster, region, step, host);
  const names = distinctNames([
    ...raster.bands.map(band => band.name.trim().replace(/\s+/g, ' ')),
    ...PLACE_COLUMNS,
  ]);
  const { columns, pixels } = withoutEmpty(gathered, raster, names);
  return {
    columns: [...columns, ...placeColumns(pixels, { region, step }, width, names.slice(-2))],
    scene: {
      width: raster.width,
      height: raster.height,
      region,
      step,
      empty: width * height - pixels.length,
      bands: raster.bands.map(({ wavelength, unit }) => ({ wavelength, unit })),
      place: raster.place,
    },
  };
}

/** The region that is asked for as far as it lies on the picture, or all of it. */
function regionOf({ width, height }: Raster, asked: Region | undefined, name: string): Region {
  if (asked === undefined) return { x: 0, y: 0, width, height };
  const [x, y] = [Math.max(0, asked.x), Math.max(0, asked.y)];
  const region = {
    x,
    y,
    width: Math.min(width, asked.x + asked.width) - x,
    height: Math.min(height, asked.y + asked.height) - y,
  };
  if (region.width < 1 || region.height < 1) {
    throw new Problem(
      `the region from pixel ${asked.x}, ${asked.y} on lies beyond its ${width} × ${height} pixels`,
      'Read the whole picture, and draw a region on it.',
      name,
    );
  }
  return region;
}

/** Every how many-th pixel is no more than a study starts with. */
export function stepFor(region: Region, bands: number): number {
  const most = Math.min(MOST_PIXELS, MOST_VALUES / Math.max(1, bands));
  let step = 1;
  for (;;) {
    const { width, height } = gridSize({ region, step });
    if (width * height <= most) return step;
    step++;
  }
}

function refuseTooMany({ bands }: Raster, pixels: number, step: number, name: string): void {
  const each = bands.reduce((bytes, band) => bytes + band.room(1).BYTES_PER_ELEMENT, 0);
  if (pixels * each <= MOST_BYTES) return;
  throw new Problem(
    `${pixels.toLocaleString('en')} pixels of ${bands.length} bands are ${((pixels * each) / 1e9).toFixed(1)} GB, more than can be held`,
    `Take every ${Math.max(2, Math.ceil(step * Math.sqrt((pixels * each) / MOST_BYTES)))}th pixel along and down, or a region.`,
    name,
  );
}

/** Every `step`-th pixel of a region, a line after another, band by band. */
async function gather(raster: Raster, region: Region, step: number, host: Host): Promise<NumberValues[]> {
  const { width, height } = gridSize({ region, step });
  const columns = raster.bands.map(band => band.room(width * height));
  for (const [index, tile] of raster.tiles.entries()) {
    host.progress(index / raster.tiles.length);
    const across = stretchOf(tile.x, tile.width, region.x, step, width);
    const down = stretchOf(tile.y, tile.height, region.y, step, height);
    if (across.from >= across.to || down.from >= down.to) continue;
    const blocks = await raster.read(tile);
    for (let gy = down.from; gy < down.to; gy++) {
      const line = region.y + gy * step - tile.y;
      const start = region.x + across.from * step - tile.x;
      for (let j = 0; j < blocks.length; j++) {
        const { values, first, along, down: perLine } = blocks[j]!;
        const target = columns[j]!;
        const stride = along * step;
        let at = first + line * perLine + start * along;
        const end = gy * width + across.to;
        for (let to = gy * width + across.from; to < end; to++, at += stride) target[to] = values[at]!;
      }
    }
  }
  return columns;
}

/** Which of the pixels that are taken lie in a tile, along one side. */
function stretchOf(at: number, size: number, origin: number, step: number, count: number) {
  return {
    from: Math.max(0, Math.ceil((at - origin) / step)),
    to: Math.min(count, Math.ceil((at + size - origin) / step)),
  };
}

/** The bands without pixels that have no value in any of them, and the pixels that are left. */
function withoutEmpty(
  gathered: NumberValues[],
  { bands }: Raster,
  names: readonly string[],
): { readonly columns: NumberColumn[]; readonly pixels: Uint32Array } {
  const count = gathered[0]!.length;
  const lacking = new Uint16Array(count);
  const masks = gathered.map((values, j) => {
    const mask = missingOf(values, bands[j]!.noData);
    if (mask !== null) for (let i = 0; i < count; i++) lacking[i]! += mask[i]!;
    return mask;
  });
  let left = 0;
  for (let i = 0; i < count; i++) if (lacking[i] !== bands.length) left++;
  const pixels = new Uint32Array(left);
  for (let i = 0, to = 0; i < count; i++) if (lacking[i] !== bands.length) pixels[to++] = i;
  const columns = gathered.map((values, j): NumberColumn => {
    const mask = masks[j]!;
    const kept = left === count ? values : picked(values, pixels, bands[j]!.room(left));
    const missing = mask === null || left === count ? mask : picked(mask, pixels, new Uint8Array(left));
    const gaps = missing?.includes(1) === true ? missing : null;
    if (gaps !== null) for (let i = 0; i < left; i++) if (gaps[i] === 1) kept[i] = 0;
    return { kind: 'number', name: names[j]!, values: kept, missing: gaps, exceptions: null };
  });
  return { columns, pixels };
}

function picked<A extends NumberValues>(values: NumberValues, at: Uint32Array, into: A): A {
  for (let i = 0; i < at.length; i++) into[i] = values[at[i]!]!;
  return into;
}

/** A mark for each entry that is no value; null where all are. */
function missingOf(values: NumberValues, noData: number | null): Uint8Array | null {
  const floats = values instanceof Float32Array || values instanceof Float64Array;
  // The value stands in the file as its numbers can hold it.
  const none = noData === null ? NaN : values instanceof Float32Array ? Math.fround(noData) : noData;
  if (!floats && noData === null) return null;
  const mask = new Uint8Array(values.length);
  let some = false;
  for (let i = 0; i < values.length; i++) {
    const value = values[i]!;
    if (value === none || (floats && !Number.isFinite(value))) {
      mask[i] = 1;
      some = true;
    }
  }
  return some ? mask : null;
}

/** Where each pixel lies on the whole picture. */
function placeColumns(
  pixels: Uint32Array,
  { region, step }: Pick<Scene, 'region' | 'step'>,
  width: number,
  names: readonly string[],
): NumberColumn[] {
  const far = Math.max(region.x + region.width, region.y + region.height) > 0x10000;
  const [xs, ys] = [0, 1].map(() =>
    far ? new Uint32Array(pixels.length) : new Uint16Array(pixels.length),
  ) as [NumberValues, NumberValues];
  for (let i = 0; i < pixels.length; i++) {
    xs[i] = region.x + (pixels[i]! % width) * step;
    ys[i] = region.y + Math.floor(pixels[i]! / width) * step;
  }
  return [xs, ys].map((values, j) => ({
    kind: 'number',
    name: names[j]!,
    values,
    missing: null,
    exceptions: null,
  }));
}

function notesOf(scene: Scene, { step: asked }: ReadingChoices): ReadNote[] {
  const { region, step, empty } = scene;
  const { width, height } = gridSize(scene);
  const notes: ReadNote[] = [];
  if (step > 1) {
    notes.push({
      what: `Every ${ordinal(step)} pixel along and down is read: ${(width * height).toLocaleString('en')} of ${(region.width * region.height).toLocaleString('en')}${asked === undefined ? ', so that all methods can work on them' : ''}.`,
      where: null,
    });
  }
  if (empty > 0) {
    notes.push({
      what: `${empty.toLocaleString('en')} pixels have no value in any band and are left out.`,
      where: null,
    });
  }
  return notes;
}

const SAMPLED = 1 << 16;
const SAMPLES = 256;

/** Of all bytes, or, where these are more than can be gone through, of the size and many parts. */
async function pictureKey(source: FileSource): Promise<string> {
  if (source.size <= WHOLLY_KEYED) return sourceKey(source);
  const all = new Uint8Array(SAMPLES * SAMPLED + 8);
  new DataView(all.buffer).setFloat64(0, source.size);
  for (let i = 0; i < SAMPLES; i++) {
    const from = Math.floor(((source.size - SAMPLED) * i) / (SAMPLES - 1));
    all.set(await source.read(from, from + SAMPLED), 8 + i * SAMPLED);
  }
  return contentKey(all);
}
