import { converter } from 'culori';
import type { LevelColumn, NumberColumn } from '@wold/core/table/column';
import { labelStyle } from '../../theme/labelStyle';
import { light } from '../../theme/tokens';
import { colouring, countWords, figureColouring, JOINED } from './colouring';

test('a map of some rows is coloured as that of all: shades, joined levels, the scale of numbers', () => {
  const label: LevelColumn = {
    kind: 'levels',
    name: 'phase',
    levels: ['early', 'middle', 'late'],
    codes: Uint32Array.from([0, 1, 2, 0, 1, 2]),
    missing: null,
    exceptions: null,
  };
  const [all, some] = [Uint32Array.from([0, 1, 2, 3, 4, 5]), Uint32Array.from([2, 1, 5])];
  const way = { order: 'ordered', over: all } as const;
  const [whole, part] = [all, some].map(rows => colouring(label, rows, 'light', light, way));
  if (whole?.kind !== 'levels' || part?.kind !== 'levels') throw new Error('levels');
  expect(part.groups.map(({ style }) => style)).toEqual(whole.groups.map(({ style }) => style));
  expect(part.groups.map(({ count }) => count)).toEqual([0, 1, 2]);
  const number: NumberColumn = {
    kind: 'number',
    name: 'x',
    values: Float64Array.from([-5, 1, 2, 3, 40, 0]),
    missing: Uint8Array.from([0, 0, 0, 0, 0, 1]),
    exceptions: null,
  };
  const lime = colouring(number, some, 'light', light, { over: all });
  expect(lime).toMatchObject({ least: -5, most: 40, missing: 1 });
});

test('rows in use and supplementary ones are counted apart, in joined levels too', () => {
  const codes = Uint32Array.from({ length: 90 }, (_, i) => i % 30);
  const label: LevelColumn = {
    kind: 'levels',
    name: 'pit',
    levels: Array.from({ length: 30 }, (_, level) => `pit ${level}`),
    codes,
    missing: null,
    exceptions: null,
  };
  const rows = Uint32Array.from(codes.keys());
  const by = colouring(label, rows, 'light', light, { used: 65 });
  if (by.kind !== 'levels') throw new Error('levels');
  for (const { code, count, supplementary } of by.groups) {
    const own = rows.filter(row => by.codeOf(row) === code);
    expect([count, supplementary]).toEqual([
      own.filter(row => row < 65).length,
      own.filter(row => row >= 65).length,
    ]);
  }
  expect(countWords(50, 12)).toBe('50\u00a0+\u00a012');
  expect(countWords(1234, 0)).toBe('1,234');
});

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
  const by = colouring(column, rows, 'light', light, { apart: [35] });
  if (by.kind !== 'levels') throw new Error('expected levels');
  expect(by.groups.map(({ code }) => code)).toEqual([...Array(12).keys(), 35, JOINED]);
  const others = by.groups.at(-1)!;
  expect(others.name).toBe('27 others');
  expect(others.count).toBe(codes.filter(code => code > 11 && code !== 35).length);
  expect(by.groups.reduce((sum, { count }) => sum + count, 0)).toBe(codes.length);
  expect([0, 12, 35].map(level => by.codeOf(codes.indexOf(level)))).toEqual([0, JOINED, 35]);
});

const levels = (name: string, entries: readonly string[]): LevelColumn => {
  const all = [...new Set(entries.filter(entry => entry !== ''))];
  return {
    kind: 'levels',
    name,
    levels: all,
    codes: Uint8Array.from(entries, entry => Math.max(0, all.indexOf(entry))),
    missing: Uint8Array.from(entries, entry => Number(entry === '')),
    exceptions: null,
  };
};

test('levels in an order have shades in that order, but for those that have colours of their own', () => {
  const column = levels('phase', ['early', 'middle', 'late', '']);
  const rows = Uint32Array.of(0, 1, 2, 3);
  const lightness = (colour: string) => converter('lab')(colour)!.l;
  const by = colouring(column, rows, 'light', light, { order: 'ordered' });
  if (by.kind !== 'levels') throw new Error('expected levels');
  const shades = by.groups.slice(0, 3).map(({ style }) => lightness(style.colour));
  expect(shades[0]).toBeGreaterThan(shades[1]!);
  expect(shades[1]).toBeGreaterThan(shades[2]!);
  expect(new Set(by.groups.map(({ style }) => style.symbol)).size).toBe(4);
  const colours = [{ level: 'early', place: 2 }];
  const own = colouring(column, rows, 'light', light, { order: 'ordered', colours });
  if (own.kind !== 'levels') throw new Error('expected levels');
  expect(own.groups[0]!.style.colour).toBe(labelStyle(2, 'light').colour);
});

test('dates are told like numbers, by their days', () => {
  const column = levels('dug', ['2021-03-01', '2021-03-11', '2020-12-31', '']);
  const by = colouring(column, Uint32Array.of(0, 1, 2, 3), 'light', light, { order: 'date' });
  if (by.kind !== 'number') throw new Error('expected numbers');
  expect([by.of, by.most - by.least, by.missing]).toEqual(['days', 70, 1]);
  expect(by.least).toBe(Date.UTC(2020, 11, 31) / 86_400_000);
  expect(by.shadeOf(2)).toBe(0);
  expect(by.shadeOf(3)).toBe(by.shades.length - 1);
});
