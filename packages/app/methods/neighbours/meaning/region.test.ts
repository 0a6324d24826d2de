import { regionOf, regionWord } from './region';

test('a region is a level, or the rows that are selected at the time', () => {
  const level = { column: 'kiln', level: 'north' };
  expect(regionOf(level, [3])).toEqual({ kind: 'level', ...level });
  expect(regionOf('selected', [3, 1])).toEqual({ kind: 'rows', rows: [1, 3] });
  expect(regionOf('selected', [])).toBeNull();
  expect(regionOf(null, [3])).toBeNull();
  expect([regionWord(level), regionWord('selected')]).toEqual(['kiln north', 'the selected rows']);
});
