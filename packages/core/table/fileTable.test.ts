import { tableFromArrays, tableToIPC } from 'apache-arrow';
import { parquetWriteBuffer } from 'hyparquet-writer';
import { numberAt, type Column, type NumberColumn } from './column';
import { columnBuilder } from './columnBuilder';
import { distinctNames } from './distinctNames';
import { bytesSource } from './fileSource';
import { fileTable } from './fileTable';
import { readArrow } from './readArrow';
import { readDelimited } from './readDelimited';
import { readParquet } from './readParquet';
import { rowTaker } from './rowTaker';

const column = (name: string, values: readonly number[]): Column => {
  const builder = columnBuilder();
  for (const value of values) builder.addNumber(value);
  return builder.finish(name);
};
const made = (columns: readonly Column[], rows = 2) =>
  fileTable({ key: 'k', name: 'made', source: { format: 'JSON' }, columns, rows });
const numbers = (of: Column) => [0, 1, 2].map(row => numberAt(of as NumberColumn, row));

describe('names', () => {
  test('those that stood before have a number, those that cannot be seen are numbered, and it is told', () => {
    const table = made(
      ['a', 'a', ' a ', 'a (2)', '', '\u200b\u00a0', '\u202e'].map(name => column(name, [1, 2])),
    );
    expect(table.columns.map(({ name }) => name)).toEqual([
      ...['a', 'a (2)', 'a (3)', 'a (2) (2)', 'column 5', 'column 6', 'column 7'],
    ]);
    const told = table.notes.map(({ what }) => what).join(' ');
    expect(told).toMatch(/“a” stands more than once.*called “a \(3\)”.*Column 6 has no name/);
  });

  test('30,000 equal ones are made distinct in an instant, and told of in a few words', () => {
    const table = readDelimited(
      new TextEncoder().encode(
        `${Array(30_000).fill('x').join(',')}\n${Array(30_000).fill('1').join(',')}\n`,
      ),
      'wide.csv',
    );
    expect(new Set(table.columns.map(({ name }) => name)).size).toBe(30_000);
    expect(table.notes.length).toBeLessThan(30);
    expect(table.notes.some(({ what }) => /29979 more columns/.test(what))).toBe(true);
    // Steps grow with the number of names: a hundred times as many take no more of them each.
    let steps = 0;
    distinctNames(Array<string>(30_000).fill('x'), [], (name, number) => {
      steps++;
      return `${name} (${number})`;
    });
    expect(steps).toBeLessThan(31_000);
  });

  test('two Parquet columns of one name are both there, each with its own numbers', async () => {
    const buffer = parquetWriteBuffer({
      columnData: [
        { name: 'x', data: [1, 2, 3] },
        { name: 'y', data: [7, 8, 9] },
        { name: 'x', data: [4, 5, 6] },
      ],
    });
    const table = await readParquet(bytesSource(new Uint8Array(buffer)), 'made.parquet');
    expect(table.columns.map(({ name }) => name)).toEqual(['x', 'y', 'x (2)']);
    expect(table.columns.map(numbers)).toEqual([[1, 2, 3], [7, 8, 9], [4, 5, 6]]); // prettier-ignore
  });

  test('an Arrow column called as a member of every object', () => {
    const bytes = tableToIPC(tableFromArrays({ constructor: [1, 2, 3], toString: [4, 5, 6] }), 'file');
    const table = readArrow(bytes as Uint8Array<ArrayBuffer>, 'made.arrow');
    expect(table.columns.map(({ name }) => name)).toEqual(['constructor', 'toString']);
    expect(table.columns.map(numbers)).toEqual([[1, 2, 3], [4, 5, 6]]); // prettier-ignore
  });
});

describe('what a damaged file gives', () => {
  const levels = { kind: 'levels', name: 'l', levels: ['a'], missing: null, exceptions: null } as const;
  test.each([
    [
      'a column shorter than the table',
      [column('a', [1, 2]), column('b', [1])],
      /column 2 \(“b”\) gives 1 of 2/,
    ],
    [
      'marks of missing entries for some rows',
      [{ ...column('a', [1, 2]), missing: new Uint8Array(1) }],
      /gives 1 of 2/,
    ],
    ['entries without a level', [{ ...levels, codes: Uint8Array.of(0, 3) }], /stand for nothing/],
  ] as const)('%s is refused, not half shown', (_, columns, message) => {
    expect(() => made(columns as readonly Column[])).toThrow(message);
  });
});

test('hundreds of thousands of ragged rows of another part are taken over', () => {
  const marks = { decimal: '.', thousands: 'any', header: false } as const;
  const [one, two] = [rowTaker(marks, 'one', 2), rowTaker(marks, 'two', 2)];
  one.take([['1', '2']]);
  two.take(Array.from({ length: 400_000 }, () => ['1']));
  one.append(two.part());
  expect([one.rows(), one.finish().short.length, one.finish().short.at(-1)]).toEqual([
    400_001, 400_000, 400_000,
  ]);
});
