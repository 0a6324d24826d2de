import { writeGeoTiff } from '../../scenes/writeGeoTiff';
import { seededRandom } from '../../algebra/random';
import { bytesSource } from '../fileSource';
import { sourceOf } from '../../testScenes';
import { readTable } from '../readTable';
import { sceneOf } from '../table';
import { madeUp, PLACE, at, oneBand, stackOf } from '../../testPictures';

test('one-band files laid on each other are one scene; other sizes and places are refused by name', async () => {
  const table = await readTable(
    stackOf([
      oneBand('blue.tif', 20, 0),
      oneBand('red.tif', 20, 7, PLACE, 'deflate'),
      oneBand('classes.tif', 20, 3),
    ]),
    'stack',
  );
  expect(table.columns.slice(0, 3).map(({ name }) => name)).toEqual(['blue', 'red', 'classes']);
  for (const [x, y] of [
    [0, 0],
    [17, 3],
    [19, 19],
  ] as const) {
    expect([0, 1, 2].map(band => at(table, band, x, y))).toEqual(
      [0, 7, 3].map(start => (start + y * 20 + x) % 251),
    );
  }
  expect(sceneOf(table)!.place).toEqual(PLACE);
  await expect(
    readTable(stackOf([oneBand('a.tif', 20, 0), oneBand('b.tif', 21, 0)]), 'stack'),
  ).rejects.toMatchObject({
    where: 'b.tif',
    what: expect.stringMatching(/21 × 21.*20 × 20/) as string,
  });
  const moved = { ...PLACE, tiepoint: [0, 0, 0, 500_030, 5_400_000, 0] };
  await expect(
    readTable(stackOf([oneBand('a.tif', 20, 0, PLACE), oneBand('b.tif', 20, 0, moved)]), 'stack'),
  ).rejects.toMatchObject({ what: expect.stringContaining('lies elsewhere') as string });
});

test('a file cut short anywhere, or damaged, is refused with what and where, never by another fault', async () => {
  const pieces = writeGeoTiff(
    {
      width: 40,
      height: 30,
      bands: madeUp(40, 30, 3, 2, 5).map((values, j) => ({ name: `${j}`, values })),
      noData: null,
      place: PLACE,
    },
    { packed: 'deflate', tile: 16 },
  );
  const whole = await sourceOf(pieces).read(0, Infinity);
  const random = seededRandom(7);
  for (let run = 0; run < 60; run++) {
    const bytes = run % 2 === 0 ? whole.slice(0, 8 + random.whole(whole.length - 8)) : whole.slice();
    if (run % 2 === 1) for (let k = 0; k < 3; k++) bytes[4 + random.whole(600)] = random.whole(256);
    try {
      const table = await readTable(bytesSource(bytes), 'cut.tif');
      for (const column of table.columns)
        expect(column.kind === 'number' && column.values.length).toBe(table.rows);
    } catch (thrown) {
      expect((thrown as Error).name).toBe('Problem');
    }
  }
});

test('packing that is not read, and numbers that are none, are named', async () => {
  const [header, ...rest] = writeGeoTiff({
    width: 2,
    height: 2,
    bands: [{ name: 'a', values: new Uint8Array(4) }],
    noData: null,
    place: null,
  });
  const change = (tag: number, value: number) => {
    const bytes = header!.slice();
    const view = new DataView(bytes.buffer);
    for (let i = 0; i < view.getUint16(8, true); i++) {
      if (view.getUint16(10 + 12 * i, true) === tag) view.setUint16(10 + 12 * i + 8, value, true);
    }
    return readTable(sourceOf([bytes, ...rest]), 'odd.tif');
  };
  await expect(change(259, 7)).rejects.toMatchObject({
    where: 'odd.tif',
    what: expect.stringContaining('JPEG') as string,
  });
  await expect(change(259, 999)).rejects.toMatchObject({
    what: expect.stringContaining('method 999') as string,
  });
  await expect(change(339, 6)).rejects.toMatchObject({ what: expect.stringContaining('complex') as string });
});

test('bands of different sizes or kinds are not written', () => {
  const write = (...values: (Uint8Array | Uint16Array)[]) =>
    writeGeoTiff({
      width: 2,
      height: 1,
      bands: values.map((own, j) => ({ name: `${j}`, values: own })),
      noData: null,
      place: null,
    });
  expect(() => write(new Uint8Array(2), new Uint8Array(3))).toThrow('another size');
  expect(() => write(new Uint8Array(2), new Uint16Array(2))).toThrow('different kinds');
});

test('a stack that is cut short, or whose list is none, is refused with what to do', async () => {
  const whole = await stackOf([oneBand('a.tif', 8, 0), oneBand('b.tif', 8, 1)]).read(0, Infinity);
  const text = new TextEncoder().encode('wold pictures\n[{"name":1}]\n');
  for (const bytes of [whole.slice(0, -5), whole.slice(0, 30), text]) {
    await expect(readTable(bytesSource(bytes), 'stack')).rejects.toMatchObject({
      what: expect.stringContaining('stack of pictures') as string,
      remedy: expect.stringContaining('all at once') as string,
    });
  }
});

test('a region beyond the picture is refused, one that reaches over its edge is cut', async () => {
  const { pieces } = oneBand('a.tif', 20, 0);
  const cut = await readTable(sourceOf(pieces), 'a.tif', undefined, {
    region: { x: 15, y: 18, width: 50, height: 50 },
  });
  expect(sceneOf(cut)!.region).toEqual({ x: 15, y: 18, width: 5, height: 2 });
  await expect(
    readTable(sourceOf(pieces), 'a.tif', undefined, { region: { x: 30, y: 0, width: 2, height: 2 } }),
  ).rejects.toThrow('lies beyond');
});
