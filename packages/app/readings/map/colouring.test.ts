import type { LevelColumn } from '@wold/core/table/column';
import { light } from '../../theme/tokens';
import { colouring, figureColouring, JOINED } from './colouring';

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

test('of forty levels the twelve commonest stay apart, with those that are looked for; the rest are joined', () => {
  // Level l has 41 − l rows.
  const codes = Array.from({ length: 40 }, (_, level) => Array<number>(40 - level).fill(level)).flat();
  const column: LevelColumn = {
    kind: 'levels',
    name: 'parish',
    levels: Array.from({ length: 40 }, (_, level) => `parish ${level}`),
    codes: Uint8Array.from(codes),
    missing: null,
    exceptions: null,
  };
  const rows = Uint32Array.from(codes.keys());
  const by = colouring(column, rows, 'light', light, [], [35]);
  if (by.kind !== 'levels') throw new Error('expected levels');
  expect(by.groups.map(({ code }) => code)).toEqual([...Array(12).keys(), 35, JOINED]);
  const others = by.groups.at(-1)!;
  expect(others.name).toBe('27 others');
  expect(others.count).toBe(codes.filter(code => code > 11 && code !== 35).length);
  expect(by.groups.reduce((sum, { count }) => sum + count, 0)).toBe(codes.length);
  expect([0, 12, 35].map(level => by.codeOf(codes.indexOf(level)))).toEqual([0, JOINED, 35]);
});
