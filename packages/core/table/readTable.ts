import { quietHost, type Host } from '../host';
import { readDelimited } from './readDelimited';
import { isJson, readJson } from './readJson';
import { isParquet, readParquet } from './readParquet';
import type { Table } from './table';

/**
 * Reads a file into a table by what it holds, whatever its name says: Parquet by its mark, JSON by its first letter,
 * anything else as delimited text.
 *
 * @throws Problem when it cannot be read, with what, where and what to do
 */
export async function readTable(
  bytes: Uint8Array<ArrayBuffer>,
  name: string,
  host: Host = quietHost,
): Promise<Table> {
  if (isParquet(bytes)) return readParquet(bytes, name, host);
  if (isJson(bytes)) return readJson(bytes, name, host);
  return readDelimited(bytes, name, host);
}
