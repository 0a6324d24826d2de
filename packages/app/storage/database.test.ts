import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import type { Column } from '@wold/core/table/column';
import { readDelimited } from '@wold/core/table/readDelimited';

const table = readDelimited(new TextEncoder().encode('kiln,a\nx,1\ny,n.d.\nz,3\nx,4\ny,5\n'), 'made.csv');
const { columns, ...rest } = table;

/** How columns were kept by earlier versions of the database. */
const OLDER: readonly [number, string, (columns: readonly Column[]) => object[]][] = [
  [2, 'column by column', all => all.map((column, index) => ({ table: table.key, index, column }))],
  [3, 'some columns at a time', all => [{ table: table.key, index: 0, columns: all }]],
];

test.each(OLDER)('a table that version %i kept %s is still there', async (version, _, records) => {
  jest.resetModules();
  await Dexie.delete('wold');
  const older = new Dexie('wold');
  older.version(version).stores({
    studies: 'id, changed',
    studyTables: 'key',
    results: 'key, used',
    files: 'key',
    tableColumns: '[table+index], table',
  });
  await older.table('studyTables').put(rest);
  await older.table('tableColumns').bulkPut(records(columns));
  older.close();

  const [{ getTable }, { database }] = await Promise.all([import('./tables'), import('./database')]);
  expect(await getTable(table.key)).toEqual(table);
  database.close();
});

test('answers that stood in the studies are kept beside them from version 5 on', async () => {
  jest.resetModules();
  await Dexie.delete('wold');
  const older = new Dexie('wold');
  older.version(4).stores({
    studies: 'id, changed',
    studyTables: 'key',
    results: 'key, used',
    files: 'key',
    tableColumns: '[table+index], table',
  });
  await older.table('studies').put({ id: 's', changed: 1, answers: { table: '5 rows', map: 'one colour' } });
  older.close();
  const { database } = await import('./database');
  expect(await database.answers.get('s')).toEqual({
    study: 's',
    answers: [
      { route: 'table', text: '5 rows' },
      { route: 'map', text: 'one colour' },
    ],
  });
  database.close();
});
