import { arrangeWithScores } from '@wold/core/recipe/arrangeWithScores';
import type { Host } from '@wold/core/host';
import type { Memo } from '@wold/core/stages/memo';
import type { Table } from '@wold/core/table/table';
import { getTable } from '../storage/tables';

const MOST = 4;

/** The tables that a worker has at hand, newest last. */
const tables = new Map<string, Table>();

export function haveTable(table: Table): void {
  tables.delete(table.key);
  tables.set(table.key, table);
  for (const oldest of tables.keys()) {
    if (tables.size <= MOST) break;
    tables.delete(oldest);
  }
}

/**
 * The table of that key: at hand, or arranged anew from one at hand or from one kept in the browser; undefined where
 * there is none.
 *
 * @param host is told of the progress with columns of scores, and may stop it
 */
export async function tableAtHand(
  { key, arranged }: Pick<Table, 'key' | 'arranged'>,
  memo: Memo,
  host: Host,
): Promise<Table | undefined> {
  const known = tables.get(key);
  if (known !== undefined) return known;
  const sourceKey = arranged?.of ?? key;
  const source = tables.get(sourceKey) ?? (await getTable(sourceKey).catch(() => undefined));
  if (source === undefined) return undefined;
  haveTable(source);
  if (arranged === null) return source;
  const table = await arrangeWithScores(source, arranged.by, memo, host);
  haveTable(table);
  return table;
}
