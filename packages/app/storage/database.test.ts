import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { readDelimited } from '@wold/core/table/readDelimited';

test('a table that was kept column by column is still there', async () => {
  const table = readDelimited(new TextEncoder().encode('kiln,a\nx,1\ny,n.d.\nz,3\nx,4\ny,5\n'), 'made.csv');
  const { columns, ...rest } = table;
  const older = new Dexie('wold');
  older.version(2).stores({
    studies: 'id, changed',
    studyTables: 'key',
    results: 'key, used',
    files: 'key',
    tableColumns: '[table+index], table',
  });
  await older.table('studyTables').put(rest);
  await older
    .table('tableColumns')
    .bulkPut(columns.map((column, index) => ({ table: table.key, index, column })));
  older.close();

  const { getTable } = await import('./tables');
  expect(await getTable(table.key)).toEqual(table);
});
