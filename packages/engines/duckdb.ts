import { DuckDBInstance, DuckDBDoubleVector, type DuckDBConnection } from '@duckdb/node-api';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { extname, join, relative, resolve, sep } from 'node:path';
import { DUCKDB } from '@wold/core/engines/dialect';
import { numberOf, type Engine, type EngineRows } from '@wold/core/engines/engine';
import type { EngineColumn } from '@wold/core/engines/engineColumn';
import { Problem } from '@wold/core/problem';
import { asked, PLAIN_LIMITS, type Limits } from './asked';
import type { SourceTable } from './part';

const READERS: ReadonlyMap<string, string> = new Map([
  ['.parquet', 'read_parquet'],
  ['.csv', 'read_csv'],
  ['.tsv', 'read_csv'],
  ['.txt', 'read_csv'],
]);
const NUMBERS =
  /^(TINYINT|SMALLINT|INTEGER|BIGINT|HUGEINT|UTINYINT|USMALLINT|UINTEGER|UBIGINT|UHUGEINT|FLOAT|DOUBLE|DECIMAL.*|BOOLEAN)$/;

/** Files of a folder that are read, and folders of Parquet files, each a table. */
export async function filesIn(folder: string): Promise<SourceTable[]> {
  const entries = readdirSync(folder, { withFileTypes: true }).filter(entry =>
    entry.isDirectory()
      ? hasParquet(join(folder, entry.name))
      : READERS.has(extname(entry.name).toLowerCase()),
  );
  const tables: SourceTable[] = [];
  for (const entry of entries) {
    const isParquet = entry.isDirectory() || /\.parquet$/i.test(entry.name);
    const rows = isParquet ? await rowsOf(folder, entry.name).catch(() => null) : null;
    tables.push({ schema: null, name: entry.name, rows, kind: 'table' });
  }
  return tables.sort((a, b) => (a.name < b.name ? -1 : 1));
}

const hasParquet = (folder: string): boolean => readdirSync(folder).some(name => name.endsWith('.parquet'));

/** Parquet files tell how many rows they have without being read. */
async function rowsOf(folder: string, name: string): Promise<number> {
  const engine = await openFile(folder, name);
  try {
    return numberOf((await engine.ask(`select count(*) from ${engine.from}`))[0]![0]);
  } finally {
    await engine.close();
  }
}

/**
 * A file of a folder, or a folder of Parquet files in it, read by DuckDB within this process, which can reach nothing but
 * that folder.
 *
 * @param memory that it may use, as “400MB”; what it does not need at a time stays on the disk
 */
export async function openFile(
  folder: string,
  file: string,
  limits: Limits = PLAIN_LIMITS,
  memory = '1GB',
): Promise<Engine> {
  const root = resolve(folder);
  const from = relationOf(root, file);
  const instance = await DuckDBInstance.create(':memory:', { memory_limit: memory, threads: '2' });
  const connection = await instance.connect();
  const within = <T>(run: () => Promise<T>): Promise<T> =>
    asked('DuckDB', file, limits, run, () => connection.interrupt());
  const ask = (statement: string, progress?: (done: number) => void): Promise<EngineRows> =>
    within(async () => {
      const timer = progress === undefined ? undefined : setInterval(() => tell(connection, progress), 250);
      try {
        return (await connection.runAndReadAll(statement)).getRowsJS();
      } finally {
        clearInterval(timer);
      }
    });
  const close = (): Promise<void> => {
    connection.closeSync();
    instance.closeSync();
    return Promise.resolve();
  };
  try {
    await ask(`set allowed_directories = [${DUCKDB.text(`${root}/`)}]`);
    await ask('set enable_external_access = false');
    await ask('set preserve_insertion_order = false');
    await ask('set lock_configuration = true');
    const columns = (await ask(`describe select * from ${from}`)).map(([name, type]): EngineColumn => ({
      name: String(name),
      type: String(type),
      isNumber: NUMBERS.test(String(type)),
      isBoolean: String(type) === 'BOOLEAN',
    }));
    return {
      dialect: DUCKDB,
      from,
      columns,
      ask,
      read: (statement, each) => within(() => readBlocks(connection, statement, each)),
      close,
    };
  } catch (thrown) {
    await close();
    throw thrown;
  }
}

/** @throws Problem where there is no such file in the folder, or it is none that is read */
function relationOf(root: string, file: string): string {
  const path = resolve(join(root, file));
  const inside = relative(root, path);
  if (inside === '' || inside.startsWith('..') || inside.startsWith(sep) || !existsSync(path)) {
    throw new Problem('there is no such file in the folder', 'Check the names.', file);
  }
  if (statSync(path).isDirectory()) return `read_parquet(${DUCKDB.text(join(path, '*.parquet'))})`;
  const reader = READERS.get(extname(path).toLowerCase());
  if (reader === undefined) {
    throw new Problem('it is no Parquet, CSV or TSV file', 'Name one that is.', file);
  }
  return `${reader}(${DUCKDB.text(path)})`;
}

function tell(connection: DuckDBConnection, progress: (done: number) => void): void {
  const { percentage } = connection.progress;
  // Below 0 where it does not know.
  if (percentage > 0) progress(Math.min(1, percentage / 100));
}

/** Blocks of doubles as the engine gives them, never more than one at a time. */
async function readBlocks(
  connection: DuckDBConnection,
  statement: string,
  each: (columns: readonly Float64Array[], rows: number) => void,
): Promise<void> {
  const result = await connection.stream(statement);
  for (let chunk = await result.fetchChunk(); chunk !== null; chunk = await result.fetchChunk()) {
    if (chunk.rowCount === 0) break;
    const rows = chunk.rowCount;
    const columns = Array.from({ length: chunk.columnCount }, (_, j) =>
      doublesOf(chunk.getColumnVector(j), rows),
    );
    each(columns, rows);
  }
}

function doublesOf(vector: { getItem: (at: number) => unknown }, rows: number): Float64Array {
  if (vector instanceof DuckDBDoubleVector) {
    // What stands in it is doubles, one after the other; the package keeps that to itself.
    const { items } = vector as unknown as { readonly items?: unknown };
    if (items instanceof Float64Array) return items;
  }
  return Float64Array.from({ length: rows }, (_, i) => numberOf(vector.getItem(i)));
}
