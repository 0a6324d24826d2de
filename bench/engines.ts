import { DuckDBInstance } from '@duckdb/node-api';
import { join } from 'node:path';
import { entry, zeros, type Matrix } from '@wold/core/algebra/matrix';
import { crossProducts } from '@wold/core/algebra/crossProducts';
import { CLICKHOUSE, POSTGRES } from '@wold/core/engines/dialect';
import { numberOf, type Engine } from '@wold/core/engines/engine';
import { plainAsk, wholeRows } from '@wold/core/engines/wholeAsk';
import { wholeMoments } from '@wold/core/engines/wholeMoments';
import type { WholeMoments } from '@wold/core/engines/moments';
import { quietHost } from '@wold/core/host';
import { PLAIN_LIMITS } from '@wold/engines/asked';
import { clickhousePart } from '@wold/engines/clickhouse';
import { openFile } from '@wold/engines/duckdb';
import { openPostgres } from '@wold/engines/postgres';
import { startClickhouse, type TestClickhouse } from '@wold/engines/testClickhouse';
import { startPostgres, type TestPostgres } from '@wold/engines/testPostgres';

export { openFile };

const names = (columns: number): string[] => Array.from({ length: columns }, (_, j) => `m${j}`);
/** About 1e6 with a standard deviation of 1, and related. */
const parquetColumns = (columns: number): string =>
  names(columns)
    .map((name, j) => `1e6 + 0.6 * u + (random() * 2 - 1) * ${1 + (j % 3) / 10} as ${name}`)
    .join(', ');

/** Writes a made-up table as Parquet, by the engine that reads it. */
export async function makeParquet(path: string, rows: number, columns: number): Promise<void> {
  const instance = await DuckDBInstance.create(':memory:', { memory_limit: '2GB', threads: '2' });
  const connection = await instance.connect();
  await connection.run(
    `copy (select ${parquetColumns(columns)} from (select random() * 2 - 1 as u from range(${rows}))) to '${path}' (row_group_size 100000)`,
  );
  connection.closeSync();
  instance.closeSync();
}

/** How long moments took, and how much of that the engine. */
export interface Took {
  readonly all: number;
  readonly engine: number;
  readonly statements: readonly string[];
  readonly moments: WholeMoments;
}

/** Moments of all measures of a table. */
export async function momentsOf(engine: Engine, columns: number): Promise<Took> {
  let spent = 0;
  const statements: string[] = [];
  const timed: Engine = {
    ...engine,
    ask: async statement => {
      statements.push(statement);
      const start = performance.now();
      try {
        return await engine.ask(statement);
      } finally {
        spent += performance.now() - start;
      }
    },
  };
  const start = performance.now();
  const moments = await wholeMoments([timed], plainAsk(names(columns)), quietHost);
  return { all: performance.now() - start, engine: spent, statements, moments };
}

/** The same statements by themselves, one after the other. */
export async function statementsOf(engine: Engine, statements: readonly string[]): Promise<number> {
  const start = performance.now();
  for (const statement of statements) await engine.ask(statement);
  return performance.now() - start;
}

/** Reading the rows of a file alone, and adding nothing up. */
export async function readingOf(engine: Engine, columns: number): Promise<number> {
  const rows = wholeRows(engine, plainAsk(names(columns)));
  const wanted = names(columns).map((_, j) => `wold_x${j}`);
  const statement = engine.dialect.aggregates({ ...rows, centred: null, wanted, by: null });
  const start = performance.now();
  let sum = 0;
  await engine.read!(statement, (block, count) => {
    // Every entry is looked at.
    for (const column of block) for (let i = 0; i < count; i++) sum += column[i]!;
  });
  if (Number.isNaN(sum)) throw new Error('no numbers');
  return performance.now() - start;
}

/** The kernel alone on as many rows, block by block. */
export function kernelOf(rows: number, columns: number): number {
  const block = zeros(8192, columns);
  block.values.forEach((_, i) => (block.values[i] = Math.sin(i)));
  const start = performance.now();
  for (let done = 0; done < rows; done += block.rows) crossProducts(block);
  return performance.now() - start;
}

/** Largest difference of correlations from those of the rows in memory. */
export async function errorOf(engine: Engine, columns: number, moments: WholeMoments): Promise<number> {
  const rows = await engine.ask(`select ${names(columns).join(', ')} from ${engine.from}`);
  const matrix: Matrix = zeros(rows.length, columns);
  for (let j = 0; j < columns; j++) {
    const origin = numberOf(rows[0]![j]);
    let mean = 0;
    for (const row of rows) mean += (numberOf(row[j]) - origin) / rows.length;
    rows.forEach((row, i) => (matrix.values[j * rows.length + i] = numberOf(row[j]) - origin - mean));
  }
  const own = crossProducts(matrix);
  const r = (of: Matrix, a: number, b: number) =>
    entry(of, a, b) / Math.sqrt(entry(of, a, a)) / Math.sqrt(entry(of, b, b));
  let worst = 0;
  for (let a = 0; a < columns; a++) {
    for (let b = 0; b < a; b++) worst = Math.max(worst, Math.abs(r(own, a, b) - r(moments.products, a, b)));
  }
  return worst;
}

export interface BenchEngine {
  readonly name: string;
  /** Makes a table of so many rows and measures, by the engine itself, and opens it. */
  readonly table: (rows: number, columns: number) => Promise<Engine>;
  readonly stop: () => Promise<void>;
}

/** The engines that are installed. */
export async function benchEngines(folder: string): Promise<BenchEngine[]> {
  const [postgres, clickhouse] = [await startPostgres(), await startClickhouse()];
  return [
    ...(postgres === null ? [] : [ofPostgres(postgres)]),
    ...(clickhouse === null ? [] : [ofClickhouse(clickhouse)]),
    {
      name: 'DuckDB, its own sums',
      table: async (rows, columns) => {
        const file = `t${rows}x${columns}.parquet`;
        await makeParquet(join(folder, file), rows, columns);
        const { read: _, ...engine } = await openFile(folder, file);
        return engine;
      },
      stop: () => Promise.resolve(),
    },
  ];
}

const ofPostgres = ({ run, address, stop }: TestPostgres): BenchEngine => ({
  name: 'PostgreSQL',
  table: async (rows, columns) => {
    const table = `t${rows}x${columns}`;
    const entries = names(columns).map(
      (name, j) => `1e6 + 0.6 * u + (random() * 2 - 1) * ${1 + (j % 3) / 10} as ${POSTGRES.quoted(name)}`,
    );
    await run(
      `create unlogged table ${table} as select ${entries.join(', ')} from (select random() * 2 - 1 as u from generate_series(1, ${rows})) as made`,
    );
    await run(`vacuum analyze ${table}`);
    return openPostgres(address, `public.${table}`);
  },
  stop,
});

const ofClickhouse = ({ run, addresses, stop }: TestClickhouse): BenchEngine => ({
  name: 'ClickHouse, two shards',
  table: async (rows, columns) => {
    const table = `t${rows}x${columns}`;
    const types = names(columns)
      .map(name => `${CLICKHOUSE.quoted(name)} Float64`)
      .join(', ');
    const entries = names(columns).map(
      (name, j) =>
        `1e6 + 0.6 * u + (rand(${j + 2}) / 2147483648 - 1) * ${1 + (j % 3) / 10} as ${CLICKHOUSE.quoted(name)}`,
    );
    for (const shard of [0, 1] as const) {
      await run(shard, `create table part_${table} (${types}) engine = MergeTree order by tuple()`);
      await run(
        shard,
        `insert into part_${table} select ${entries.join(', ')} from (select rand(1) / 2147483648 - 1 as u from system.numbers limit ${rows / 2})`,
      );
      await run(shard, `create table ${table} (${types}) engine = Distributed(two, default, part_${table})`);
    }
    return clickhousePart(addresses[0]).open(table, PLAIN_LIMITS);
  },
  stop,
});
