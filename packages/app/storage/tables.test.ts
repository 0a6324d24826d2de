import 'fake-indexeddb/auto';
import type { NumberColumn } from '@wold/core/table/column';
import { readDelimited } from '@wold/core/table/readDelimited';
import { database } from './database';
import { getTable, isKept, keepOnlyTables, putTable } from './tables';

const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');
const [one, two] = [read('kiln,a\nx,1\ny,n.d.\nz,3\nx,4\ny,5\nx,6\n'), read('a,b,c\n1,2,3\n4,5,6\n')];

beforeEach(async () => {
  await Promise.all([database.studyTables.clear(), database.tableColumns.clear()]);
});

test('a table comes back as it was, exceptions included', async () => {
  await putTable(one);
  await putTable(two);
  expect(await getTable(one.key)).toEqual(one);
  expect(await getTable(two.key)).toEqual(two);
});

test('long columns are kept few at a time, and come back in order', async () => {
  const column = (name: string, rows: number) => ({
    kind: 'number' as const,
    name,
    values: Float64Array.from({ length: rows }, (_, row) => row / 3),
    missing: null,
    exceptions: null,
  });
  const rows = 800_000;
  const names = ['a', 'b', 'c', 'd', 'e'];
  const table = { ...two, rows, columns: names.map(name => column(name, rows)) };
  await putTable(table);
  const kept = (await getTable(table.key))!;
  expect(kept.columns.map(({ name }) => name)).toEqual(names);
  for (const { values } of kept.columns as NumberColumn[]) {
    expect([values.length, values[rows - 1]]).toEqual([rows, (rows - 1) / 3]);
  }
  const sizes = (await database.tableColumns.toArray()).map(({ columns }) => columns.length);
  // 6.4 MB each.
  expect(sizes).toEqual([3, 2]);
});

test('a table is kept once', async () => {
  await putTable(one);
  await putTable({ ...one, name: 'another' });
  expect((await getTable(one.key))!.name).toBe('made');
});

test('what is not kept is undefined', async () => {
  expect(await getTable('nothing')).toBeUndefined();
  expect(await isKept('nothing')).toBe(false);
});

test('tables that no study needs go with their columns', async () => {
  await putTable(one);
  await putTable(two);
  await keepOnlyTables(new Set([two.key]));
  expect([await isKept(one.key), await isKept(two.key)]).toEqual([false, true]);
  expect((await database.tableColumns.toArray()).map(({ table }) => table)).toEqual([two.key]);
});

test('a write that breaks off leaves nothing of the table', async () => {
  const put = jest.spyOn(database.tableColumns, 'bulkPut').mockRejectedValueOnce(new Error('no room'));
  await expect(putTable(one)).rejects.toThrow('no room');
  put.mockRestore();
  expect(await isKept(one.key)).toBe(false);
  expect(await database.studyTables.count()).toBe(0);
});

test('a table that is kept in part is damaged, and says so', async () => {
  await putTable(one);
  await database.studyTables.update(one.key, { rows: 99 });
  await expect(getTable(one.key)).rejects.toThrow(/damaged \(column “kiln” is not whole\)/);
});
