import { readCodebook } from './codebook';
import { rowTest, type Condition } from './condition';
import { readDelimited } from './readDelimited';
import { findMatrix } from './relationMatrix';
import { tableOf } from '../testTables';
import { differingColumns, findRepeats } from './repeats';

const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');

describe('repeats', () => {
  const table = read('id,kiln,x\na,k,1\nb,k,2\na,l,3\n,k,4\n,k,4\nb,k,2\n');
  test('rows that agree in the key columns, entries that are missing agreeing with none', () => {
    expect(findRepeats(table, ['id'])).toEqual([
      [0, 2],
      [1, 5],
    ]);
  });
  test('whole rows, missing entries included', () => {
    expect(findRepeats(table, [])).toEqual([
      [1, 5],
      [3, 4],
    ]);
  });
  test('a key that the table lacks finds none', () => expect(findRepeats(table, ['gone'])).toEqual([]));
  test('the columns that differ', () => {
    expect(differingColumns(table, [0, 2])).toEqual(['kiln', 'x']);
    expect(differingColumns(table, [1, 5])).toEqual([]);
  });
});

test('rows are told by levels and by ranges, and what is missing is told by neither', () => {
  const table = read('kiln,x\na,1\nb,2\n,3\na,\n');
  const rows = (condition: Condition) => [0, 1, 2, 3].filter(rowTest(table, condition));
  expect(rows({ column: 'kiln', levels: ['a'] })).toEqual([0, 3]);
  expect(rows({ column: 'x', from: 2, to: 3 })).toEqual([1, 2]);
  expect(rows({ column: 'x', levels: ['1'] })).toEqual([0]);
  expect(rows({ column: 'kiln', from: 0, to: 9 })).toEqual([]);
  expect(rows({ column: 'gone', levels: ['a'] })).toEqual([]);
});

describe('codebooks', () => {
  test('what each column means, as far as it is said', () => {
    const book = read(
      'Item,Question text,Min,Max,Reverse-scored\nq1,How was it?,1,7,yes\nq2,,1,7,no\nq3,Why?,,,\n',
    );
    expect(readCodebook(book)).toEqual([
      { name: 'q1', wording: 'How was it?', scale: { least: 1, most: 7 }, reversed: true },
      { name: 'q2', scale: { least: 1, most: 7 }, reversed: false },
      { name: 'q3', wording: 'Why?', reversed: false },
    ]);
  });
  test('units alone are a codebook', () => {
    expect(readCodebook(read('name,unit\nCaO,%\nSr,ppm\n'))).toEqual([
      { name: 'CaO', unit: '%' },
      { name: 'Sr', unit: 'ppm' },
    ]);
  });
  test('a table without names, or without anything said of them, is none', () => {
    expect(() => readCodebook(read('a,b\n1,2\n'))).toThrow(/column “name”/);
    expect(() => readCodebook(read('name,b\nx,2\ny,3\n'))).toThrow(/it has the columns “name”, “b”/);
  });
});

describe('matrices of relations', () => {
  const matrixOf = (text: string) => read(text).matrix;
  test('a correlation matrix is told by its names and its diagonal', () => {
    expect(matrixOf(',a,b,c\na,1,.5,.2\nb,.5,1,.1\nc,.2,.1,1\n')).toEqual({
      kind: 'correlation',
      names: ['a', 'b', 'c'],
    });
  });
  test('a covariance matrix', () => {
    expect(matrixOf('name,a,b\na,4,1\nb,1,2\n')).toMatchObject({ kind: 'covariance' });
  });
  test.each([
    ['not symmetric', ',a,b\na,1,.5\nb,.4,1\n'],
    ['other names', ',a,b\na,1,.5\nc,.5,1\n'],
    ['larger than its diagonal allows', ',a,b\na,1,1.5\nb,1.5,1\n'],
    ['a gap', ',a,b\na,1,\nb,,1\n'],
    ['not square', ',a,b,c\na,1,.5,.2\nb,.5,1,.1\n'],
    ['no variance', ',a,b\na,0,0\nb,0,1\n'],
  ])('%s is none', (_, text) => expect(matrixOf(text)).toBeNull());
  test('no columns are none', () => expect(findMatrix([], 0)).toBeNull());
});

test('a condition looks its column up once, however many rows and columns there are', () => {
  let looks = 0;
  const wide = {
    ...tableOf([[1, 2, 3, 4]]),
    get columns() {
      looks++;
      return tableOf([[1, 2, 3, 4]]).columns;
    },
  };
  const met = rowTest(wide, { column: 'x1', from: 2, to: 3 });
  expect([0, 1, 2, 3].filter(met)).toEqual([1, 2]);
  expect(looks).toBe(1);
});
