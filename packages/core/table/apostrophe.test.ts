import fc from 'fast-check';
import { csv } from '../writeup/csv';
import { withApostrophe, withoutApostrophe } from './apostrophe';
import { textAt } from './column';
import { readDelimited } from './readDelimited';

const back = (rows: readonly (readonly string[])[]): string[][] => {
  const table = readDelimited(new TextEncoder().encode(csv(rows)), 'made.csv', undefined, { delimiter: ',' });
  return [
    table.columns.map(({ name }) => name),
    ...Array.from({ length: table.rows }, (_, row) => table.columns.map(column => textAt(column, row))),
  ];
};

test.each(['=1+1', '+cmd', '-2+3', '@SUM(A1)', '\t=1', '-', "'=quoted", "''=twice"])(
  '%j is no formula in a spreadsheet, and comes back',
  text => {
    expect(csv([[text]])).toMatch(/^"?'/);
    expect(withoutApostrophe(withApostrophe(text))).toBe(text);
  },
);

test.each(['-1.5', '+3', '-1e-7', '12', 'a=b', "it's", "'plain'"])('%j stays as it is', text => {
  expect(withApostrophe(text)).toBe(text);
  expect(withoutApostrophe(text)).toBe(text);
});

test('any text comes back', () => {
  fc.assert(fc.property(fc.string(), text => withoutApostrophe(withApostrophe(text)) === text));
});

test('heads and entries that look like formulas go out and come back through a file', () => {
  const rows = [
    ['=head', 'x'],
    ['=HYPERLINK("http://a.example","b")', '-1.5'],
    ['@x', '2'],
    ['+49 30', '-3'],
  ];
  expect(back(rows)).toEqual(rows);
});
