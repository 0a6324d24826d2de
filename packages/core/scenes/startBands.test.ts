import type { NumberColumn } from '../table/column';
import type { SceneBand } from '../table/scene/scene';
import type { Table } from '../table/table';
import { tableOf } from '../testTables';
import { startBands } from './startBands';

/** A scene of one pixel with such bands. */
function sceneOf(bands: readonly { readonly name: string; readonly wavelength?: number }[]): Table {
  const table = tableOf([...bands.map(() => [1]), [0], [0]], [...bands.map(({ name }) => name), 'x', 'y']);
  const told: SceneBand[] = bands.map(({ wavelength = null }) => ({ wavelength, unit: null }));
  const scene = {
    width: 1,
    height: 1,
    region: { x: 0, y: 0, width: 1, height: 1 },
    step: 1,
    empty: 0,
    bands: told,
    place: null,
  };
  return { ...table, source: { format: 'scene', file: 'GeoTIFF', scene } };
}

test('a picture starts with the bands that are nearest to red, green and blue', () => {
  const spectrum = sceneOf(
    [400, 455, 500, 560, 610, 650, 900].map(nm => ({ name: `${nm} nm`, wavelength: nm })),
  );
  expect(startBands(spectrum)).toEqual(['650 nm', '560 nm', '455 nm']);
});

test('bands that are called by their colours are these, whatever their order', () => {
  expect(startBands(sceneOf(['nir', 'Blue', 'green', 'RED'].map(name => ({ name }))))).toEqual([
    'RED',
    'green',
    'Blue',
  ]);
});

test('without wavelengths near colours the third to the first; one in grey where there are fewer', () => {
  expect(startBands(sceneOf(['a', 'b', 'c', 'd'].map(name => ({ name }))))).toEqual(['c', 'b', 'a']);
  const far = [1200, 1600, 2200].map(nm => ({ name: `${nm}`, wavelength: nm }));
  expect(startBands(sceneOf(far))).toEqual(['2200', '1600', '1200']);
  expect(startBands(sceneOf([{ name: 'a' }, { name: 'b' }]))).toEqual(['a']);
});

test('a band that was made a label is not shown', () => {
  const table = sceneOf(['classes', 'b', 'c', 'd'].map(name => ({ name })));
  const { missing, exceptions } = table.columns[0] as NumberColumn;
  const label = {
    kind: 'levels' as const,
    name: 'classes',
    codes: new Uint8Array(1),
    levels: ['1'],
    missing,
    exceptions,
  };
  expect(startBands({ ...table, columns: [label, ...table.columns.slice(1)] })).toEqual(['d', 'c', 'b']);
});

test('a table that is no scene has none', () => {
  expect(startBands(tableOf([[1, 2]], ['a']))).toEqual([]);
});
