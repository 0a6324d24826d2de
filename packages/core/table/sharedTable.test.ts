import { readDelimited } from './readDelimited';
import { sharedTable } from './sharedTable';
import { textAt } from './column';

const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');
const table = read('kiln,a,b,c\nx,1,1.5,300\ny,n.d.,,70000\nx,3,2.25,-5\n');

test('a table in shared memory is the same table', () => {
  const shared = sharedTable(table);
  expect(structuredClone(shared)).toEqual(structuredClone(table));
  for (let row = 0; row < table.rows; row++) {
    expect(shared.columns.map(column => textAt(column, row))).toEqual(
      table.columns.map(column => textAt(column, row)),
    );
  }
  for (const column of shared.columns) {
    const entries = column.kind === 'number' ? column.values : column.codes;
    expect(entries.buffer).toBeInstanceOf(SharedArrayBuffer);
    expect(column.missing === null || column.missing.buffer instanceof SharedArrayBuffer).toBe(true);
  }
});

test('what is shared already stays where it is, and nothing is copied twice', () => {
  const shared = sharedTable(table);
  expect(sharedTable(shared)).toBe(shared);
  const more = sharedTable({
    ...shared,
    columns: [...shared.columns, { ...table.columns[1]!, name: 'more' }],
  });
  expect(more.columns[0]).toEqual(shared.columns[0]);
  const buffers = (of: typeof table) =>
    of.columns.map(column => (column.kind === 'number' ? column.values : column.codes).buffer);
  expect(buffers(more).slice(0, 4)).toEqual(buffers(shared));
});
