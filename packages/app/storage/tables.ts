import type { Table } from '@wold/core/table/table';
import { database } from './database';

/** Keeps a table, whole or not at all, unless it is kept already. @throws what the browser throws when it has no room */
export async function putTable(table: Table): Promise<void> {
  await database.transaction('rw', database.studyTables, database.tableColumns, async () => {
    if (await isKept(table.key)) return;
    const { columns, ...rest } = table;
    await database.studyTables.put({ ...rest, columnCount: columns.length });
    // Column by column: a browser has a bound on the size of one record.
    await database.tableColumns.bulkPut(
      columns.map((column, index) => ({ table: table.key, index, column })),
    );
  });
}

/** A table that is kept, or undefined. */
export async function getTable(key: string): Promise<Table | undefined> {
  return database.transaction('r', database.studyTables, database.tableColumns, async () => {
    const record = await database.studyTables.get(key);
    if (record === undefined) return undefined;
    const { columnCount, ...rest } = record;
    const columns = await database.tableColumns.bulkGet(
      Array.from({ length: columnCount }, (_, index) => [key, index] as [string, number]),
    );
    return { ...rest, columns: columns.map(entry => entry!.column) };
  });
}

export async function isKept(key: string): Promise<boolean> {
  return (await database.studyTables.where('key').equals(key).count()) > 0;
}

/** Deletes all tables but those of the given keys. */
export async function keepOnlyTables(keys: ReadonlySet<string>): Promise<void> {
  await database.transaction('rw', database.studyTables, database.tableColumns, async () => {
    const kept = await database.studyTables.toCollection().primaryKeys();
    for (const key of kept.filter(other => !keys.has(other))) {
      await database.studyTables.delete(key);
      await database.tableColumns.where('table').equals(key).delete();
    }
  });
}
