import type { LevelColumn } from './column';
import { binnedDates, DATE_SPANS, fittingSpan, singleDays, spanOf } from './dateBins';
import { datesOf } from './dates';
import { groupLabel } from './groupLabel';
import { makeColumn } from './makeColumn';
import { tableOf } from '../testTables';

const columnOf = (texts: readonly string[]): LevelColumn =>
  tableOf([texts], ['found']).columns[0] as LevelColumn;

/** Every seventh day from a start, as ISO 8601. */
const weekly = (start: string, n: number): string[] =>
  Array.from({ length: n }, (_, i) =>
    new Date(Date.parse(start) + 7 * i * 86_400_000).toISOString().slice(0, 10),
  );

test('days are brought together by months, quarters, years and decades, in order of time', () => {
  const texts = ['2018-04-16', '2018-04-02', '1999-12-31', '', '2018-07-01', '2020-02-29', '1969-06-30'];
  const levels = DATE_SPANS.map(by => binnedDates(columnOf(texts), by, by)!.levels);
  expect(levels).toEqual([
    ['1969-06', '1999-12', '2018-04', '2018-07', '2020-02'],
    ['1969 Q2', '1999 Q4', '2018 Q2', '2018 Q3', '2020 Q1'],
    ['1969', '1999', '2018', '2020'],
    ['1960s', '1990s', '2010s', '2020s'],
  ]);
  const { codes, missing, levels: months } = binnedDates(columnOf(texts), 'm', 'month')!;
  expect(Array.from(codes, (code, row) => (missing?.[row] === 1 ? null : months[code]))).toEqual([
    '2018-04', '2018-04', '1999-12', null, '2018-07', '2020-02', '1969-06',
  ]); // prettier-ignore
});

test('other ways to write a date, and entries that are none', () => {
  expect(binnedDates(columnOf(['31.12.2019', '01.02.2020', '15.02.2020']), 'm', 'month')!.levels).toEqual([
    '2019-12',
    '2020-02',
  ]);
  expect(binnedDates(columnOf(['a jug', 'a lamp', '2020-01-01']), 'm', 'month')).toBeNull();
  const odd = [...weekly('2020-01-01', 30), 'unknown'];
  const { levels, missing } = binnedDates(columnOf(odd), 'm', 'month')!;
  expect(levels).not.toContain('unknown');
  expect(missing![30]).toBe(1);
});

test('the span is the shortest that makes few groups; a few days stand for themselves', () => {
  const spans = [20, 60, 300, 1000, 20_000].map(n => fittingSpan(datesOf(weekly('2000-01-03', n))!));
  expect(spans).toEqual(['month', 'month', 'quarter', 'year', 'decade']);
  expect(singleDays(columnOf(weekly('2020-01-01', 24)))).toBeNull();
  expect(singleDays(columnOf(weekly('2020-01-01', 25)))).toHaveLength(25);
  expect(singleDays(columnOf(Array.from({ length: 40 }, (_, i) => `level ${i}`)))).toBeNull();
  expect(spanOf(0, 'month')).toBe('1970-01');
  expect(spanOf(-1, 'year')).toBe('1969');
});

test('a label by months is made by the recipe, and a source without dates is refused', () => {
  const texts = weekly('2020-01-01', 30);
  const from = columnOf(texts);
  const table = { rows: 30, fileKey: 'key' };
  const made = makeColumn(from, { name: 'm', from: 'found', how: { kind: 'dates', by: 'month' } }, table);
  expect(made.levels[made.codes[29]!]).toBe(texts[29]!.slice(0, 7));
  const other = columnOf(['a', 'b', 'c']);
  expect(() =>
    makeColumn(other, { name: 'm', from: 'found', how: { kind: 'dates', by: 'year' } }, table),
  ).toThrow(/no dates/);
});

test('single days group no rows, their months do', () => {
  const days = weekly('2020-01-01', 60);
  const table = tableOf([days, days.map(day => day.slice(0, 7))], ['day', 'month']);
  expect([groupLabel(table, 'day'), groupLabel(table, 'month'), groupLabel(table, null)]).toEqual([
    null,
    'month',
    null,
  ]);
});
