import { light } from '../../theme/tokens';
import { figureColouring } from './colouring';

test('rows are shaded by a figure that each row used has, from the least to the most; others stay pale', () => {
  const by = figureColouring(
    Float32Array.from([0.2, NaN, 1, 0.6]),
    Uint32Array.from([7, 3, 9, 4]),
    'light',
    light,
  );
  if (by.kind !== 'number') throw new Error('expected shades');
  expect([by.least, by.most, by.missing]).toEqual([Math.fround(0.2), 1, 1]);
  const [low, none, high, middle] = [7, 3, 9, 4].map(by.shadeOf);
  expect([low, high]).toEqual([0, by.shades.length - 2]);
  expect(none).toBe(by.shades.length - 1);
  expect(middle).toBeGreaterThan(low!);
  expect(middle).toBeLessThan(high!);
  // A row that is not on the map has none.
  expect(by.shadeOf(1)).toBe(by.shades.length - 1);
});
