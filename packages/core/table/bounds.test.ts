import { MOST_CELLS, MOST_COLUMNS, MOST_WHOLE, refuseTooLarge, refuseTooManyBytes } from './bounds';

test.each([
  [1, 1],
  [MOST_CELLS, 1],
  [MOST_CELLS / MOST_COLUMNS, MOST_COLUMNS],
  [0, 0],
])('%p rows of %p columns are let in', (rows, columns) => {
  expect(() => refuseTooLarge(rows, columns, 'a.csv')).not.toThrow();
});

test.each([
  [MOST_CELLS + 1, 1, /500,000,001 rows × 1 columns; a table may have 500,000,000 entries/],
  [1, MOST_COLUMNS + 1, /250,001 columns; a table may have 250,000/],
  [Number.NaN, 2, /a table may have/],
  [Infinity, 2, /a table may have/],
])('%p rows of %p columns are refused with the bound', (rows, columns, message) => {
  expect(() => refuseTooLarge(rows, columns, 'a.csv')).toThrow(message);
  expect(() => refuseTooLarge(rows, columns, 'a.csv')).toThrow(/^a\.csv/);
});

test('files that are read whole are bounded by their bytes', () => {
  expect(() => refuseTooManyBytes(MOST_WHOLE, 'a.json')).not.toThrow();
  expect(() => refuseTooManyBytes(MOST_WHOLE + 1, 'a.json')).toThrow(/read up to 537 MB.*Parquet or CSV/);
});
