import { DuckDBInstance } from '@duckdb/node-api';
import { existsSync } from 'node:fs';
import { extname, join, relative, resolve } from 'node:path';
import { DUCKDB, quotedText, type Engine, type EngineColumn } from '@wold/core/engines/engine';
import { Problem } from '@wold/core/problem';

const READERS: ReadonlyMap<string, string> = new Map([
  ['.parquet', 'read_parquet'],
  ['.csv', 'read_csv'],
  ['.tsv', 'read_csv'],
  ['.txt', 'read_csv'],
]);
const NUMBERS =
  /^(TINYINT|SMALLINT|INTEGER|BIGINT|HUGEINT|UTINYINT|USMALLINT|UINTEGER|UBIGINT|UHUGEINT|FLOAT|DOUBLE|DECIMAL.*|BOOLEAN)$/;

/**
 * A file of a folder, read by DuckDB within this process, which can reach nothing but that folder.
 *
 * @param memory that it may use, as “400MB”; what it does not need at a time stays on the disk
 */
export async function openFile(folder: string, file: string, memory = '1GB'): Promise<Engine> {
  const root = resolve(folder);
  const path = resolve(join(root, file));
  const reader = READERS.get(extname(path).toLowerCase());
  if (relative(root, path).startsWith('..') || !existsSync(path)) {
    throw new Problem('there is no such file in the folder', 'Check the names.', `${folder}, ${file}`);
  }
  if (reader === undefined) {
    throw new Problem('it is no Parquet, CSV or TSV file', 'Name one that is.', `${folder}, ${file}`);
  }
  const instance = await DuckDBInstance.create(':memory:', { memory_limit: memory, threads: '2' });
  const connection = await instance.connect();
  const from = `${reader}(${quotedText(path)})`;
  const ask = async (statement: string): Promise<readonly (readonly unknown[])[]> => {
    try {
      return (await connection.runAndReadAll(statement)).getRowsJS();
    } catch (thrown) {
      throw new Problem(
        `DuckDB refuses (${(thrown as Error).message})`,
        'Check the file and the recipe.',
        file,
      );
    }
  };
  await ask(`set allowed_directories = [${quotedText(`${root}/`)}]`);
  await ask('set enable_external_access = false');
  await ask('set lock_configuration = true');
  const columns = (await ask(`describe select * from ${from}`)).map(([name, type]): EngineColumn => ({
    name: String(name),
    isNumber: NUMBERS.test(String(type)),
    isBoolean: String(type) === 'BOOLEAN',
  }));
  const close = (): Promise<void> => {
    connection.closeSync();
    instance.closeSync();
    return Promise.resolve();
  };
  return { dialect: DUCKDB, from, columns, ask, close };
}
