import { tableOf } from '@wold/core/testTables';
import { bandAxis } from './bandAxis';

const named = (names: readonly string[]) =>
  bandAxis(
    tableOf(
      names.map(() => [1, 2, 3]),
      names,
    ),
    names,
  );

test('columns that are called by rising numbers with one unit lie along a line; numbered ones do not', () => {
  const nm = Array.from({ length: 8 }, (_, j) => `${400 + 12.5 * j} nm`);
  expect(named(nm)).toEqual({ title: 'nm', at: nm.map(name => Number(name.slice(0, -3))), counted: false });
  expect(named(nm.slice(0, 7))).toBeNull();
  expect(named(nm.map((_, j) => `x${j + 1}`))).toBeNull();
  expect(named(nm.toReversed())).toBeNull();
  expect(named([...nm.slice(0, 7), '900 cm'])).toBeNull();
  expect(named([...nm.slice(0, 7), 'age'])).toBeNull();
});

test('bands of a scene stand at their wavelengths, or one after the other where these are not told', () => {
  const table = tableOf(
    [
      [1, 2],
      [3, 4],
      [0, 1],
      [0, 0],
    ],
    ['a', 'b', 'x', 'y'],
  );
  const scene = (wavelengths: readonly (number | null)[]) => ({
    ...table,
    source: {
      format: 'scene' as const,
      file: 'GeoTIFF' as const,
      scene: {
        width: 2,
        height: 1,
        region: { x: 0, y: 0, width: 2, height: 1 },
        step: 1,
        empty: 0,
        bands: wavelengths.map(wavelength => ({ wavelength, unit: null })),
        place: null,
      },
    },
  });
  expect(bandAxis(scene([450, 700]), ['b', 'a'])).toEqual({
    title: 'wavelength, nm',
    at: [700, 450],
    counted: false,
  });
  expect(bandAxis(scene([450, null]), ['a', 'b'])).toEqual({ title: 'band', at: [1, 2], counted: true });
  expect(bandAxis(scene([450, 700]), ['a', 'x'])).toBeNull();
});
