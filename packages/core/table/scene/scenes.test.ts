import fc from 'fast-check';
import { encode } from 'fast-png';
import { encode as encodeJpeg } from 'jpeg-js';
import { writeGeoTiff, type TiffLayout } from '../../scenes/writeGeoTiff';
import { placeOnGrid } from '../../scenes/placeOnGrid';
import { bytesSource, type FileSource } from '../fileSource';
import { sourceOf } from '../../testScenes';
import { readTable } from '../readTable';
import { sceneOf } from '../table';
import { stepFor } from './readScene';
import { LZW_BIG_ENDIAN } from './lzwPicture';
import type { ScenePlace } from './scene';
import { KINDS, madeUp, PLACE, looker, at } from '../../testPictures';

test('what is written as a GeoTIFF is read again: every layout, kind of number, step and region', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.record({
        width: fc.integer({ min: 1, max: 41 }),
        height: fc.integer({ min: 1, max: 37 }),
        bands: fc.integer({ min: 1, max: 5 }),
        kind: fc.integer({ min: 0, max: KINDS.length - 1 }),
        seed: fc.integer({ min: 1, max: 1e6 }),
        step: fc.integer({ min: 1, max: 5 }),
        layout: fc.record(
          {
            tile: fc.constantFrom(16, 32),
            packed: fc.constantFrom('none', 'deflate'),
            interleaved: fc.boolean(),
            big: fc.boolean(),
          },
          { requiredKeys: [] },
        ),
      }),
      async ({ width, height, bands, kind, seed, step, layout }) => {
        const values = madeUp(width, height, bands, kind, seed);
        const pieces = writeGeoTiff(
          {
            width,
            height,
            bands: values.map((own, j) => ({ name: `ä & <${j}>`, wavelength: 400 + 10 * j, values: own })),
            noData: null,
            place: PLACE,
          },
          layout as TiffLayout,
        );
        const x = width >> 1;
        const region = { x, y: 0, width: width - x, height };
        const table = await readTable(sourceOf(pieces), 'scene.tif', undefined, { step, region });
        const scene = sceneOf(table)!;
        expect(scene).toMatchObject({ width, height, step, region, empty: 0, place: PLACE });
        expect(scene.bands.map(({ wavelength }) => wavelength)).toEqual(values.map((_, j) => 400 + 10 * j));
        expect(table.columns.slice(0, bands).map(({ name }) => name)).toEqual(
          values.map((_, j) => `ä & <${j}>`),
        );
        expect(table.rows).toBe(Math.ceil(region.width / step) * Math.ceil(height / step));
        const look = looker(table);
        for (let px = x; px < width; px += step) {
          for (let py = 0; py < height; py += step) {
            values.forEach((own, j) => expect(look(j, px, py)).toBe(own[py * width + px]));
          }
        }
      },
    ),
    { numRuns: 40 },
  );
});

test('pixels without data are no rows, and one band without is missing there', async () => {
  const [a, b] = [Int16Array.of(1, -99, 3, -99, 5, 6), Int16Array.of(1, 2, -99, -99, 5, 6)];
  const file = writeGeoTiff({
    width: 3,
    height: 2,
    bands: [a, b].map((values, j) => ({ name: `b${j}`, values })),
    noData: -99,
    place: null,
  });
  const table = await readTable(sourceOf(file), 'gaps.tif');
  expect(table.rows).toBe(5);
  expect(sceneOf(table)!.empty).toBe(1);
  expect([at(table, 0, 0, 0), at(table, 0, 1, 0), at(table, 1, 1, 0), at(table, 1, 2, 0)]).toEqual([
    1,
    null,
    2,
    null,
  ]);
  expect(table.notes.map(({ what }) => what).join()).toMatch(/1 pixels have no value/);
  const floats = writeGeoTiff({
    width: 3,
    height: 1,
    bands: [{ name: 'f', values: Float32Array.of(NaN, Infinity, 0.1) }],
    noData: Math.fround(0.1),
    place: null,
  });
  await expect(readTable(sourceOf(floats), 'none.tif')).rejects.toThrow('no pixel has a value');
});

test('a big-endian file packed by LZW with differences, which other software wrote', async () => {
  // Reds rise by 10 along, greens by 20 down.
  const table = await readTable(
    bytesSource(new Uint8Array(Buffer.from(LZW_BIG_ENDIAN, 'base64'))),
    'lzw.tif',
  );
  expect(sceneOf(table)).toMatchObject({ width: 7, height: 5 });
  for (let x = 0; x < 7; x++) {
    for (let y = 0; y < 5; y++) {
      expect([0, 1, 2].map(band => at(table, band, x, y))).toEqual([x * 2570, y * 5140, 65_535]);
    }
  }
});

test('PNG of 8 and 16 bits, clear pixels left out, and JPEG', async () => {
  const data = Uint8Array.of(10, 20, 30, 255, 40, 50, 60, 0);
  const png = await readTable(
    bytesSource(new Uint8Array(encode({ width: 2, height: 1, data, channels: 4, depth: 8 }))),
    'small.png',
  );
  expect(png.rows).toBe(1);
  expect(png.columns.map(({ name }) => name)).toEqual(['red', 'green', 'blue', 'x', 'y']);
  expect([0, 1, 2].map(band => at(png, band, 0, 0))).toEqual([10, 20, 30]);
  const deep = encode({
    width: 2,
    height: 2,
    data: Uint16Array.of(1, 300, 65535, 4),
    channels: 1,
    depth: 16,
  });
  const grey = await readTable(bytesSource(new Uint8Array(deep)), 'grey.png');
  expect([at(grey, 0, 0, 0), at(grey, 0, 1, 0), at(grey, 0, 0, 1), at(grey, 0, 1, 1)]).toEqual([
    1, 300, 65535, 4,
  ]);
  const flat = new Uint8Array(4 * 64).fill(200);
  const jpeg = encodeJpeg({ width: 8, height: 8, data: flat }, 95).data;
  const photo = await readTable(bytesSource(new Uint8Array(jpeg)), 'photo.jpg');
  expect(photo.rows).toBe(64);
  expect(photo.columns[0]!.name).toBe('grey');
  expect(Math.abs(at(photo, 0, 3, 3)! - 200)).toBeLessThan(3);
});

test('a header of hundreds of bands, and of 64-bit offsets, holds all of their names', async () => {
  const bands = Array.from({ length: 300 }, (_, j) => ({
    name: `Bänd ${j} of the sun`,
    values: Uint16Array.of(j, 2 * j),
  }));
  for (const big of [false, true]) {
    const pieces = writeGeoTiff({ width: 2, height: 1, bands, noData: null, place: null }, { big });
    const table = await readTable(sourceOf(pieces), 'many.tif');
    expect(table.columns[299]!.name).toBe('Bänd 299 of the sun');
    expect([at(table, 299, 0, 0), at(table, 299, 1, 0)]).toEqual([299, 598]);
  }
});

test('plain tiles of a big-endian file are read the same however often', async () => {
  // Tiles of 128 × 128 float32 are as long as what is read of a header at once.
  const [width, height] = [128, 256];
  const values = Float32Array.from({ length: width * height }, (_, i) => i / 8);
  const [header, ...tiles] = writeGeoTiff(
    { width, height, bands: [{ name: 'a', values }], noData: null, place: null },
    { tile: 128 },
  );
  const turned = bigEndian(header!, tiles);
  for (let run = 0; run < 2; run++) {
    const table = await readTable(sourceOf(turned), 'big.tif', undefined, { step: 1 });
    const column = table.columns[0]!;
    expect(column.kind === 'number' && column.values.every((value, i) => value === i / 8)).toBe(true);
  }
});

/** The same file with the bytes of every number in the other order. */
function bigEndian(header: Uint8Array, tiles: readonly Uint8Array[]): Uint8Array[] {
  const [from, to] = [new DataView(header.slice().buffer), header.slice()];
  const out = new DataView(to.buffer);
  to.set([0x4d, 0x4d, 0, 42]);
  out.setUint32(4, from.getUint32(4, true));
  const entries = from.getUint16(8, true);
  out.setUint16(8, entries);
  for (let i = 0; i < entries; i++) {
    const entry = 10 + 12 * i;
    const [tag, kind, length] = [
      from.getUint16(entry, true),
      from.getUint16(entry + 2, true),
      from.getUint32(entry + 4, true),
    ];
    out.setUint16(entry, tag);
    out.setUint16(entry + 2, kind);
    out.setUint32(entry + 4, length);
    const bytes = kind === 2 ? 1 : kind === 3 ? 2 : 4;
    const beyond = bytes * length > 4;
    const place = beyond ? from.getUint32(entry + 8, true) : entry + 8;
    if (beyond) out.setUint32(entry + 8, place);
    for (let k = 0; k < length; k++) {
      const at = place + k * bytes;
      if (bytes === 2) out.setUint16(at, from.getUint16(at, true));
      if (bytes === 4) out.setUint32(at, from.getUint32(at, true));
    }
  }
  return [
    to,
    ...tiles.map(tile => {
      const values = tile.slice();
      for (let at = 0; at < values.length; at += 4) values.subarray(at, at + 4).reverse();
      return values;
    }),
  ];
}

test('a huge picture is read by every how many-th pixel, and no more of its file is held than that takes', async () => {
  const [width, height] = [60_000, 50_000];
  expect(stepFor({ x: 0, y: 0, width, height }, 2)).toBeGreaterThan(50);
  // A file of 6 GB that is not there: its header, and lines that are made as they are asked for.
  const [header] = writeGeoTiff(
    {
      width: 2,
      height: 1,
      bands: [1, 2].map(j => ({ name: `b${j}`, values: new Uint8Array(2) })),
      noData: null,
      place: null,
    },
    { interleaved: true },
  );
  const bytes = header!.slice();
  const view = new DataView(bytes.buffer);
  for (let i = 0; i < view.getUint16(8, true); i++) {
    const [tag, value] = [view.getUint16(10 + 12 * i, true), 10 + 12 * i + 8];
    if (tag === 256) view.setUint32(value, width, true);
    if (tag === 257 || tag === 278) view.setUint32(value, height, true);
  }
  let [largest, read] = [0, 0];
  const source: FileSource = {
    size: bytes.length + 2 * width * height,
    read: (from, to) => {
      const part = new Uint8Array(to - from);
      if (from === 0) part.set(bytes.subarray(0, to));
      else for (let i = 0; i < part.length; i += 2) part[i] = 7;
      [largest, read] = [Math.max(largest, part.length), read + part.length];
      return Promise.resolve(part);
    },
  };
  const table = await readTable(source, 'huge.tif', undefined, {
    step: 500,
    region: { x: 0, y: 0, width, height: 2000 },
  });
  expect(table.rows).toBe(120 * 4);
  expect(at(table, 0, 59_500, 1500)).toBe(7);
  expect(at(table, 1, 59_500, 1500)).toBe(0);
  expect(largest).toBeLessThan(2 ** 24);
  expect(read).toBeLessThan(2 ** 30);
});

test('the place of what was read: by its tie point or its matrix, the same pixels lie where they lay', () => {
  const region = { x: 5, y: 7, width: 10, height: 10 };
  const matrix = [3, 1, 0, 100, -1, -4, 0, 900, 0, 0, 0, 0, 0, 0, 0, 1];
  const byMatrix = placeOnGrid({
    place: { ...PLACE, pixelScale: null, tiepoint: null, transformation: matrix },
    region,
    step: 3,
  })!;
  const model = (of: readonly number[], i: number, j: number) => [
    of[0]! * i + of[1]! * j + of[3]!,
    of[4]! * i + of[5]! * j + of[7]!,
  ];
  for (const [i, j] of [
    [0, 0],
    [2, 1],
    [3, 3],
  ] as const) {
    expect(model(byMatrix.transformation!, i, j)).toEqual(model(matrix, 5 + 3 * i, 7 + 3 * j));
  }
  const byTie = placeOnGrid({ place: PLACE, region, step: 3 })!;
  const placed = ({ pixelScale: s, tiepoint: t }: ScenePlace, i: number, j: number) => [
    t![3]! + (i - t![0]!) * s![0]!,
    t![4]! - (j - t![1]!) * s![1]!,
  ];
  for (const [i, j] of [
    [0, 0],
    [2, 1],
  ] as const) {
    const [x, y] = placed(byTie, i, j);
    const [wantedX, wantedY] = placed(PLACE, 5 + 3 * i, 7 + 3 * j);
    expect(x).toBeCloseTo(wantedX!, 6);
    expect(y).toBeCloseTo(wantedY!, 6);
  }
});
