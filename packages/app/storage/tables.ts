import type { Column } from '@wold/core/table/column';
import type { Table } from '@wold/core/table/table';
import Dexie from 'dexie';
import { database, type ColumnsRecord } from './database';

/** Of one record: the browser takes few large ones faster than many small ones, and refuses the largest. */
const RECORD_BYTES = 1 << 19;

/** Keeps a table, whole or not at all, unless it is kept already. @throws what the browser throws when it has no room */
export async function putTable(table: Table): Promise<void> {
  await database.transaction('rw', database.studyTables, database.tableColumns, async () => {
    if (await isKept(table.key)) return;
    const { columns, ...rest } = table;
    await database.studyTables.put(rest);
    await database.tableColumns.bulkPut(recordsOf(table.key, columns));
  });
}

/** A table that is kept, or undefined. */
export async function getTable(key: string): Promise<Table | undefined> {
  return database.transaction('r', database.studyTables, database.tableColumns, async () => {
    const record = await database.studyTables.get(key);
    if (record === undefined) return undefined;
    const parts = await database.tableColumns
      .where('[table+index]')
      .between([key, Dexie.minKey], [key, Dexie.maxKey])
      .toArray();
    return { ...record, columns: parts.flatMap(({ columns }) => columns) };
  });
}

function recordsOf(table: string, columns: readonly Column[]): ColumnsRecord[] {
  const records: { table: string; index: number; columns: Column[] }[] = [];
  let bytes = RECORD_BYTES;
  columns.forEach((column, index) => {
    if (bytes >= RECORD_BYTES) {
      records.push({ table, index, columns: [] });
      bytes = 0;
    }
    records.at(-1)!.columns.push(column);
    bytes += bytesOf(column);
  });
  return records;
}

function bytesOf(column: Column): number {
  const entries = column.kind === 'number' ? column.values : column.codes;
  return entries.byteLength + (column.missing?.byteLength ?? 0);
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
