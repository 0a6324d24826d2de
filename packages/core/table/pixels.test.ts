import { pixelsOf } from './pixels';

const grid = (high: number, wide: number, name: (line: number, place: number) => string): string[] =>
  Array.from({ length: high * wide }, (_, at) => name(Math.floor(at / wide) + 1, (at % wide) + 1));

test('columns named by line and place are pixels, in whatever order they stand', () => {
  const names = grid(5, 7, (line, place) => `r${line}c${place}`);
  expect(pixelsOf(names)).toEqual({ wide: 7, high: 5, columns: names });
  expect(pixelsOf(names.toReversed())).toEqual({ wide: 7, high: 5, columns: names });
  const padded = grid(12, 12, (line, place) => `x${String(line - 1).padStart(2, '0')}_${place - 1}`);
  expect(pixelsOf(padded)?.columns).toEqual(padded);
});

test('columns that are numbered through are pixels where they make a square', () => {
  const names = Array.from({ length: 64 }, (_, k) => `px${k}`);
  expect(pixelsOf(names)).toEqual({ wide: 8, high: 8, columns: names });
  expect(pixelsOf(names.map((_, k) => `pixel ${k + 1}`))?.wide).toBe(8);
  expect(pixelsOf(names.slice(1))).toBeNull();
});

test.each([
  ['none', []],
  ['items of a survey', Array.from({ length: 25 }, (_, k) => `q${k + 1}`)],
  ['too small a picture', grid(3, 9, (line, place) => `r${line}c${place}`)],
  ['a pixel that is not there', grid(6, 6, (line, place) => `r${line}c${place}`).slice(1)],
  ['one twice', [...grid(4, 4, (line, place) => `r${line}c${place}`).slice(1), 'r2c2']],
  ['names that differ', [...grid(4, 4, (line, place) => `r${line}c${place}`).slice(1), 's1c1']],
  ['unusual letters', ['ß1ü1', 'ß1ü2', '', '∞']],
])('%s are no pixels', (_, names) => {
  expect(pixelsOf(names)).toBeNull();
});
