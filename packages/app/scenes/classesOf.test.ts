import { tableOf } from '@wold/core/testTables';
import { colouring } from '../readings/map/colouring';
import { labelColours } from '../theme/labelStyle';
import { rampChannels } from '../theme/ramp';
import { tokensOf } from '../theme/tokens';
import { classesOf } from './classesOf';

const table = tableOf([
  ['a', 'b', 'a'],
  [0, 5, 10],
]);
const rows = Uint32Array.of(0, 1, 2);
/** A picture of 2 × 2 pixels, of which the second has no row. */
const grid = { rowAt: Int32Array.of(0, -1, 1, 2), pixelOf: Uint32Array.of(0, 2, 3) };
const by = (column: number) => colouring(table.columns[column]!, rows, 'light', tokensOf('light'));
const pixel = (picture: Uint8ClampedArray, at: number) => Array.from(picture.subarray(4 * at, 4 * at + 4));

test('a label’s levels have their colours of the map, and what is no row is clear', () => {
  const picture = classesOf(by(0), rows, grid);
  const [first, second] = labelColours.light.map(colour =>
    [1, 3, 5].map(at => parseInt(colour.slice(at, at + 2), 16)),
  );
  expect(pixel(picture, 0)).toEqual([...first!, 255]);
  expect(pixel(picture, 2)).toEqual([...second!, 255]);
  expect(pixel(picture, 3)).toEqual(pixel(picture, 0));
  expect(pixel(picture, 1)).toEqual([0, 0, 0, 0]);
});

test('numbers have their shades of the map', () => {
  const picture = classesOf(by(1), rows, grid);
  expect(pixel(picture, 0)).toEqual([...rampChannels(0, 'light'), 255]);
  expect(pixel(picture, 3)).toEqual([...rampChannels(1, 'light'), 255]);
});

test('rows that are all alike make no picture', () => {
  expect(classesOf({ kind: 'alike' }, rows, grid).every(byte => byte === 0)).toBe(true);
});
