import { Problem } from '@wold/core/problem';
import type { Column } from '@wold/core/table/column';
import type { Table } from '@wold/core/table/table';
import Dexie from 'dexie';
import { database, type ColumnsRecord } from './database';
import { packColumns, unpackColumns } from './packColumns';

/** Of one record, about: so much more than the table itself is in memory while it is read. */
const RECORD_BYTES = 1 << 24;

/** Keeps a table, whole or not at all, unless it is kept already. @throws what the browser throws when it has no room */
export async function putTable(table: Table): Promise<void> {
  await database.transaction('rw', database.studyTables, database.tableColumns, async () => {
    if (await isKept(table.key)) return;
    const { columns, ...rest } = table;
    await database.studyTables.put(rest);
    await database.tableColumns.bulkPut(recordsOf(table.key, columns));
  });
}

/** A table that is kept, or undefined. @throws Problem when it is damaged */
export async function getTable(key: string): Promise<Table | undefined> {
  const found = await database.transaction('r', database.studyTables, database.tableColumns, async () => {
    const record = await database.studyTables.get(key);
    if (record === undefined) return undefined;
    const parts = await database.tableColumns
      .where('[table+index]')
      .between([key, Dexie.minKey], [key, Dexie.maxKey])
      .toArray();
    return { record, parts };
  });
  if (found === undefined) return undefined;
  const columns: Column[] = [];
  try {
    for (const part of found.parts) {
      for (const column of await unpackColumns(part)) columns.push(column);
    }
  } catch (thrown) {
    throw damaged(found.record.name, (thrown as Error).message);
  }
  const short = columns.find(column => !isWhole(column, found.record.rows));
  if (short !== undefined) throw damaged(found.record.name, `column “${short.name}” is not whole`);
  return { ...found.record, columns };
}

function damaged(name: string, why: string): Problem {
  return new Problem(
    `the table as it is kept in this browser is damaged (${why})`,
    'Open its file again from the start page.',
    `table “${name}”`,
  );
}

function isWhole(column: Column, rows: number): boolean {
  const entries = column.kind === 'number' ? column.values : column.codes;
  return entries.length === rows && (column.missing === null || column.missing.length === rows);
}

function recordsOf(table: string, columns: readonly Column[]): ColumnsRecord[] {
  const records: ColumnsRecord[] = [];
  for (let index = 0; index < columns.length;) {
    let end = index;
    for (let bytes = 0; end < columns.length && bytes < RECORD_BYTES; end++) bytes += bytesOf(columns[end]!);
    records.push({ table, index, ...packColumns(columns.slice(index, end)) });
    index = end;
  }
  return records;
}

function bytesOf(column: Column): number {
  const entries = column.kind === 'number' ? column.values : column.codes;
  return entries.byteLength + (column.missing?.byteLength ?? 0);
}

export async function isKept(key: string): Promise<boolean> {
  return (await database.studyTables.where('key').equals(key).count()) > 0;
}

/** Deletes a table. */
export async function forgetTable(key: string): Promise<void> {
  await database.transaction('rw', database.studyTables, database.tableColumns, async () => {
    await database.studyTables.delete(key);
    await database.tableColumns.where('table').equals(key).delete();
  });
}

/** Deletes all tables but those of the given keys. */
export async function keepOnlyTables(keys: ReadonlySet<string>): Promise<void> {
  await database.transaction('rw', database.studyTables, database.tableColumns, async () => {
    const kept = await database.studyTables.toCollection().primaryKeys();
    for (const key of kept.filter(other => !keys.has(other))) await forgetTable(key);
  });
}
