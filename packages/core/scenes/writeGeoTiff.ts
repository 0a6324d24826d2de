import { zlibSync } from 'fflate';
import type { NumberValues } from '../table/column';
import type { ScenePlace } from '../table/scene/scene';

/** A picture to be written. */
export interface TiffPicture {
  readonly width: number;
  readonly height: number;
  readonly bands: readonly TiffBand[];
  /** What stands for no value; null where every pixel has one. */
  readonly noData: number | null;
  readonly place: ScenePlace | null;
}

export interface TiffBand {
  readonly name: string;
  /** In nanometres. */
  readonly wavelength?: number | null;
  readonly values: NumberValues;
}

/** How a file is laid out. */
export interface TiffLayout {
  /** Tiles of that many pixels a side, a multiple of 16; strips where it is left out. */
  readonly tile?: number;
  readonly packed?: 'none' | 'deflate';
  /** Whether the values of a pixel stand side by side, rather than each band by itself. */
  readonly interleaved?: boolean;
  /** Whether offsets are of 64 bits, as they are anyhow beyond 4 GB. */
  readonly big?: boolean;
}

/** A strip is of about so many bytes. */
const STRIP_BYTES = 1 << 20;
const LARGEST_CLASSIC = 0xf0000000;

/**
 * A GeoTIFF (TIFF 6.0, 1992; OGC GeoTIFF 1.1, 2019; BigTIFF where it is large) as pieces that follow one another: bands of
 * one kind of numbers, with their names, wavelengths, place on the ground and what stands for no value.
 *
 * The widely used package for this format holds a file whole and its header in 1,000 bytes, which many bands exceed.
 *
 * @throws Error where bands are of different kinds or sizes
 */
export function writeGeoTiff(
  picture: TiffPicture,
  { tile, packed = 'none', interleaved = false, big = false }: TiffLayout = {},
): Uint8Array<ArrayBuffer>[] {
  const { width, height, bands } = picture;
  const kind = numberKind(bands);
  if (bands.some(({ values }) => values.length !== width * height))
    throw new Error('a band has another size');
  const perPixel = interleaved ? bands.length : 1;
  const lineBytes = width * perPixel * kind.bytes;
  const [wide, high] =
    tile === undefined
      ? [width, Math.max(1, Math.min(height, Math.floor(STRIP_BYTES / lineBytes)))]
      : [tile, tile];
  const parts: Uint8Array<ArrayBuffer>[] = [];
  const pack = (part: Uint8Array<ArrayBuffer>) =>
    packed === 'deflate' ? (zlibSync(part, { level: 6 }) as Uint8Array<ArrayBuffer>) : part;
  for (const plane of interleaved ? [bands] : bands.map(band => [band])) {
    for (let y = 0; y < height; y += high) {
      for (let x = 0; x < width; x += wide) {
        const lines = tile === undefined ? Math.min(high, height - y) : high;
        const part = { x, y, wide, lines };
        parts.push(pack(partOf(plane, { width, height }, part, kind.room)));
      }
    }
  }
  const bytes = parts.reduce((sum, part) => sum + part.length, 0);
  const large = big || bytes > LARGEST_CLASSIC;
  const entries = (at: (header: number) => number[]): Entry[] => [
    { tag: 256, kind: 'long', values: [width] },
    { tag: 257, kind: 'long', values: [height] },
    { tag: 258, kind: 'short', values: bands.map(() => kind.bytes * 8) },
    { tag: 259, kind: 'short', values: [packed === 'deflate' ? 8 : 1] },
    { tag: 262, kind: 'short', values: [1] },
    ...(tile === undefined
      ? ([
          { tag: 273, kind: 'offset', values: at(0) },
          { tag: 277, kind: 'short', values: [bands.length] },
          { tag: 278, kind: 'long', values: [high] },
          { tag: 279, kind: 'offset', values: parts.map(part => part.length) },
        ] as Entry[])
      : ([{ tag: 277, kind: 'short', values: [bands.length] }] as Entry[])),
    { tag: 284, kind: 'short', values: [interleaved ? 1 : 2] },
    ...(tile === undefined
      ? []
      : ([
          { tag: 322, kind: 'short', values: [wide] },
          { tag: 323, kind: 'short', values: [high] },
          { tag: 324, kind: 'offset', values: at(0) },
          { tag: 325, kind: 'offset', values: parts.map(part => part.length) },
        ] as Entry[])),
    ...(bands.length > 1 ? [{ tag: 338, kind: 'short' as const, values: bands.slice(1).map(() => 0) }] : []),
    { tag: 339, kind: 'short', values: bands.map(() => kind.format) },
    ...placeEntries(picture.place),
    { tag: 42112, kind: 'ascii', text: metadataOf(bands) },
    ...(picture.noData === null
      ? []
      : [{ tag: 42113, kind: 'ascii' as const, text: String(picture.noData) }]),
  ];
  const placed = (start: number): number[] => {
    let next = start;
    return parts.map(part => {
      const at = next;
      next += part.length;
      return at;
    });
  };
  // The header's size does not depend on where the parts are.
  const size = headerOf(
    entries(() => parts.map(() => 0)),
    large,
  ).length;
  return [
    headerOf(
      entries(() => placed(size)),
      large,
    ),
    ...parts,
  ];
}

interface NumberKind {
  readonly bytes: number;
  readonly format: 1 | 2 | 3;
  readonly room: (length: number) => NumberValues;
}

function numberKind(bands: readonly TiffBand[]): NumberKind {
  const first = bands[0]!.values;
  const Kind = first.constructor as new (length: number) => NumberValues;
  if (bands.some(({ values }) => values.constructor !== Kind))
    throw new Error('bands are of different kinds of numbers');
  const floats = first instanceof Float32Array || first instanceof Float64Array;
  const signed = first instanceof Int8Array || first instanceof Int16Array || first instanceof Int32Array;
  return {
    bytes: first.BYTES_PER_ELEMENT,
    format: floats ? 3 : signed ? 2 : 1,
    room: length => new Kind(length),
  };
}

/** The values of some bands in a part; what stands over the edge is 0. */
function partOf(
  bands: readonly TiffBand[],
  { width, height }: { readonly width: number; readonly height: number },
  { x, y, wide, lines }: { x: number; y: number; wide: number; lines: number },
  room: NumberKind['room'],
): Uint8Array<ArrayBuffer> {
  const values = room(wide * lines * bands.length);
  const across = Math.min(wide, width - x);
  const down = Math.min(lines, height - y);
  bands.forEach((band, j) => {
    for (let line = 0; line < down; line++) {
      const from = (y + line) * width + x;
      let to = line * wide * bands.length + j;
      for (let i = 0; i < across; i++, to += bands.length) values[to] = band.values[from + i]!;
    }
  });
  return new Uint8Array(values.buffer as ArrayBuffer);
}

type Entry =
  | {
      readonly tag: number;
      readonly kind: 'short' | 'long' | 'offset' | 'double';
      readonly values: readonly number[];
    }
  | { readonly tag: number; readonly kind: 'ascii'; readonly text: string };

function placeEntries(place: ScenePlace | null): Entry[] {
  if (place === null) return [];
  const numbers = (tag: number, kind: 'short' | 'double', values: readonly number[] | null): Entry[] =>
    values === null || values.length === 0 ? [] : [{ tag, kind, values }];
  return [
    ...numbers(33550, 'double', place.pixelScale),
    ...numbers(33922, 'double', place.tiepoint),
    ...numbers(34264, 'double', place.transformation),
    ...numbers(34735, 'short', place.keys),
    ...numbers(34736, 'double', place.doubles),
    ...(place.ascii === null ? [] : [{ tag: 34737, kind: 'ascii' as const, text: place.ascii }]),
  ];
}

/** Names and wavelengths of bands as items of XML, which is where readers of rasters look for them. */
function metadataOf(bands: readonly TiffBand[]): string {
  const items = bands.flatMap(({ name, wavelength }, j) => [
    `<Item name="DESCRIPTION" sample="${j}" role="description">${xmlText(name)}</Item>`,
    ...(wavelength === null || wavelength === undefined
      ? []
      : [
          `<Item name="wavelength" sample="${j}">${wavelength}</Item>`,
          `<Item name="wavelength_units" sample="${j}">nm</Item>`,
        ]),
  ]);
  return `<GDALMetadata>${items.join('')}</GDALMetadata>`;
}

/** Letters beyond ASCII stand as they are, in UTF-8. */
const xmlText = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/** Codes of kinds of entries, and their bytes. */
const KINDS = { ascii: [2, 1], short: [3, 2], long: [4, 4], double: [12, 8], long8: [16, 8] } as const;

/** Mark, directory, and the entries that have no room in it. */
function headerOf(entries: readonly Entry[], big: boolean): Uint8Array<ArrayBuffer> {
  const sorted = entries.toSorted((a, b) => a.tag - b.tag);
  const [start, each, count, inline, offset] = big ? [16, 20, 8, 8, 8] : [8, 12, 2, 4, 4];
  const texts = new Map(
    sorted.flatMap(entry =>
      entry.kind === 'ascii' ? [[entry.tag, new TextEncoder().encode(`${entry.text}\0`)] as const] : [],
    ),
  );
  const sizes = sorted.map(entry => {
    const kind: keyof typeof KINDS = entry.kind === 'offset' ? (big ? 'long8' : 'long') : entry.kind;
    const length = entry.kind === 'ascii' ? texts.get(entry.tag)!.length : entry.values.length;
    return { code: KINDS[kind][0], kind, length, bytes: KINDS[kind][1] * length };
  });
  const directory = start + count + each * sorted.length + offset;
  const even = (bytes: number): number => bytes + (bytes & 1);
  const total = sizes.reduce((sum, { bytes }) => sum + (bytes > inline ? even(bytes) : 0), directory);
  const data = new Uint8Array(even(total));
  const view = new DataView(data.buffer);
  const putOffset = (at: number, value: number) =>
    big ? view.setBigUint64(at, BigInt(value), true) : view.setUint32(at, value, true);
  data.set([0x49, 0x49, big ? 43 : 42, 0]);
  if (big) view.setUint16(4, 8, true);
  putOffset(big ? 8 : 4, start);
  if (big) view.setBigUint64(start, BigInt(sorted.length), true);
  else view.setUint16(start, sorted.length, true);
  let beyond = directory;
  sorted.forEach((entry, index) => {
    const { code, kind, length, bytes } = sizes[index]!;
    const at = start + count + each * index;
    view.setUint16(at, entry.tag, true);
    view.setUint16(at + 2, code, true);
    putOffset(at + 4, length);
    let to = at + 4 + offset;
    if (bytes > inline) {
      putOffset(to, beyond);
      to = beyond;
      beyond += even(bytes);
    }
    if (entry.kind === 'ascii') data.set(texts.get(entry.tag)!, to);
    else entry.values.forEach((value, i) => putNumber(view, kind, to + i * KINDS[kind][1], value));
  });
  return data;
}

function putNumber(view: DataView, kind: keyof typeof KINDS, at: number, value: number): void {
  if (kind === 'short') view.setUint16(at, value, true);
  else if (kind === 'long') view.setUint32(at, value, true);
  else if (kind === 'double') view.setFloat64(at, value, true);
  else view.setBigUint64(at, BigInt(value), true);
}
