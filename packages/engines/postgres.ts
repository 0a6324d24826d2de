import pg from 'pg';
import { POSTGRES } from '@wold/core/engines/dialect';
import { numberOf, type Engine, type EngineRows } from '@wold/core/engines/engine';
import type { EngineColumn } from '@wold/core/engines/engineColumn';
import { Problem } from '@wold/core/problem';
import { asked, PLAIN_LIMITS, type Limits } from './asked';
import { schemaAndName, type Part, type SourceTable } from './part';

const NUMBERS = new Set(['int2', 'int4', 'int8', 'float4', 'float8', 'numeric', 'bool']);
/** Entries as the engine writes them: days and times stay what they are, whatever the zone here. */
const AS_TEXT = { getTypeParser: () => (text: string) => text };
/** How long a server may take to let one in, in milliseconds. */
const TO_CONNECT = 15_000;

/** A PostgreSQL database as a part of a source. */
export function postgresPart(address: string): Part {
  return {
    kind: 'PostgreSQL',
    tables: limits => tablesIn(address, limits),
    open: (table, limits) => openPostgres(address, table, limits),
    writes: async (statement, limits = PLAIN_LIMITS) => {
      const { run, end } = await connected(address, 'source', limits);
      try {
        await run(statement);
      } finally {
        await end();
      }
    },
  };
}

interface Connection {
  readonly run: (statement: string, values?: readonly unknown[]) => Promise<EngineRows>;
  readonly end: () => Promise<void>;
}

/** @param where for errors; the address, which may hold a secret, is not told */
async function connected(address: string, where: string, limits: Limits): Promise<Connection> {
  const options = { connectionString: address, connectionTimeoutMillis: TO_CONNECT };
  let client: pg.Client;
  try {
    client = new pg.Client({
      ...options,
      statement_timeout: Math.ceil(1000 * limits.seconds),
      application_name: 'Wold',
    });
    // A server that goes away tells of it here too.
    client.on('error', () => undefined);
    await client.connect();
  } catch (thrown) {
    throw new Problem(
      `PostgreSQL cannot be reached (${(thrown as Error).message})`,
      'Check its address, and that it runs.',
      where,
    );
  }
  const { processID } = client as unknown as { readonly processID: number };
  const cancel = async (): Promise<void> => {
    const other = new pg.Client(options);
    other.on('error', () => undefined);
    try {
      await other.connect();
      await other.query('select pg_cancel_backend($1)', [processID]);
    } finally {
      await other.end().catch(() => undefined);
    }
  };
  return {
    run: (text, values = []) =>
      asked(
        'PostgreSQL',
        where,
        limits,
        async () =>
          (await client.query({ text, values: [...values], rowMode: 'array', types: AS_TEXT }))
            .rows as unknown[][],
        cancel,
      ),
    // One that hangs is not waited for.
    end: () => Promise.race([client.end(), new Promise<void>(done => setTimeout(done, 1000).unref())]),
  };
}

async function tablesIn(address: string, limits: Limits = PLAIN_LIMITS): Promise<SourceTable[]> {
  const { run, end } = await connected(address, 'source', limits);
  try {
    const rows = await run(
      `select n.nspname, c.relname, c.reltuples::float8, c.relkind::text
       from pg_class c join pg_namespace n on n.oid = c.relnamespace
       where c.relkind in ('r', 'p', 'v', 'm', 'f') and n.nspname not in ('pg_catalog', 'information_schema')
         and n.nspname not like 'pg\\_toast%' and n.nspname not like 'pg\\_temp%'
         and has_schema_privilege(n.oid, 'usage') and has_table_privilege(c.oid, 'select')
       order by 1, 2`,
    );
    return rows.map(([schema, name, tuples, kind]) => ({
      schema: String(schema),
      name: String(name),
      // Below 0 before the table was ever looked at.
      rows: kind === 'v' || numberOf(tuples) < 0 ? null : numberOf(tuples),
      kind: kind === 'v' ? ('view' as const) : ('table' as const),
    }));
  } finally {
    await end();
  }
}

/** A table of a PostgreSQL database, as it stood when it was opened: nothing is written. @param table with its schema, or of the public one */
export async function openPostgres(
  address: string,
  table: string,
  limits: Limits = PLAIN_LIMITS,
): Promise<Engine> {
  const [schema, name] = schemaAndName(table, 'public');
  const { run, end } = await connected(address, `table ${schema}.${name}`, limits);
  try {
    await run('begin isolation level repeatable read read only');
    // Compiling thousands of sums takes longer than adding them up.
    await run('set local jit = off');
    const found = await run(
      `select a.attname, t.typname from pg_attribute a
         join pg_class c on c.oid = a.attrelid join pg_namespace n on n.oid = c.relnamespace
         join pg_type t on t.oid = a.atttypid
       where n.nspname = $1 and c.relname = $2 and a.attnum > 0 and not a.attisdropped
         and has_schema_privilege(n.oid, 'usage') and has_column_privilege(c.oid, a.attnum, 'select')
       order by a.attnum`,
      [schema, name],
    );
    if (found.length === 0) {
      throw new Problem(
        'there is no such table, or the role may not see it',
        'Check its name and schema.',
        `table ${schema}.${name}`,
      );
    }
    const columns = found.map(([column, type]): EngineColumn => ({
      name: String(column),
      type: String(type),
      isNumber: NUMBERS.has(String(type)),
      isBoolean: type === 'bool',
    }));
    const from = `${POSTGRES.quoted(schema)}.${POSTGRES.quoted(name)}`;
    return {
      dialect: POSTGRES,
      from,
      columns,
      distinct: await distinctIn(run, schema, name),
      ask: statement => run(statement),
      close: end,
    };
  } catch (thrown) {
    await end();
    throw thrown;
  }
}

/** Different entries as PostgreSQL keeps them since the table was last analysed: to count them, each column is sorted. */
async function distinctIn(
  run: Connection['run'],
  schema: string,
  name: string,
): Promise<Map<string, number>> {
  const rows = await run(
    `select s.attname, case when s.n_distinct >= 0 then s.n_distinct::float8 else -s.n_distinct::float8 * c.reltuples::float8 end
     from pg_stats s join pg_namespace n on n.nspname = s.schemaname join pg_class c on c.relnamespace = n.oid and c.relname = s.tablename
     where s.schemaname = $1 and s.tablename = $2`,
    [schema, name],
  );
  return new Map(rows.map(([column, count]) => [String(column), Math.round(numberOf(count))]));
}
