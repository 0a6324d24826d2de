import 'fake-indexeddb/auto';
import { readDelimited } from '@wold/core/table/readDelimited';
import { database } from './database';
import { getTable, isKept, keepOnlyTables, putTable } from './tables';

const read = (text: string) => readDelimited(new TextEncoder().encode(text), 'made.csv');
const [one, two] = [read('kiln,a\nx,1\ny,n.d.\nz,3\nx,4\ny,5\nx,6\n'), read('a,b,c\n1,2,3\n4,5,6\n')];

beforeEach(async () => {
  await Promise.all([database.studyTables.clear(), database.tableColumns.clear()]);
});

test('a table comes back column by column as it was, exceptions included', async () => {
  await putTable(one);
  await putTable(two);
  expect(await getTable(one.key)).toEqual(one);
  expect(await getTable(two.key)).toEqual(two);
  expect(await database.tableColumns.count()).toBe(5);
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
  expect(await database.tableColumns.count()).toBe(3);
});

test('a write that breaks off leaves nothing of the table', async () => {
  const put = jest.spyOn(database.tableColumns, 'bulkPut').mockRejectedValueOnce(new Error('no room'));
  await expect(putTable(one)).rejects.toThrow('no room');
  put.mockRestore();
  expect(await isKept(one.key)).toBe(false);
  expect(await database.studyTables.count()).toBe(0);
});
