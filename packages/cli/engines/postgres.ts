import pg from 'pg';
import { POSTGRES, type Engine, type EngineColumn } from '@wold/core/engines/engine';
import { Problem } from '@wold/core/problem';

const NUMBERS = new Set(['int2', 'int4', 'int8', 'float4', 'float8', 'numeric', 'bool']);
/** No statement takes longer, in milliseconds. */
const LONGEST = 3_600_000;

/** A table of a PostgreSQL database, as it stood when it was opened: nothing is written. @param table with its schema, or of the public one */
export async function openPostgres(address: string, table: string): Promise<Engine> {
  const [name, schema = 'public'] = table.split('.').reverse() as [string, string?];
  const client = new pg.Client({ connectionString: address, statement_timeout: LONGEST });
  // The address may hold a secret: it is not told.
  const where = `source, table ${schema}.${name}`;
  const ask = async (statement: string, values: unknown[] = []): Promise<readonly (readonly unknown[])[]> => {
    try {
      return (await client.query({ text: statement, values, rowMode: 'array' })).rows as unknown[][];
    } catch (thrown) {
      throw new Problem(
        `PostgreSQL refuses (${(thrown as Error).message})`,
        'Check the source, and what its role may read.',
        where,
      );
    }
  };
  try {
    await client.connect();
  } catch (thrown) {
    throw new Problem(
      `PostgreSQL cannot be reached (${(thrown as Error).message})`,
      'Check its address, and that it runs.',
      where,
    );
  }
  await ask('begin isolation level repeatable read read only');
  // Compiling thousands of sums takes longer than adding them up.
  await ask('set local jit = off');
  const found = await ask(
    'select column_name, udt_name from information_schema.columns where table_schema = $1 and table_name = $2 order by ordinal_position',
    [schema, name],
  );
  if (found.length === 0) {
    await client.end();
    throw new Problem(
      'there is no such table, or the role may not see it',
      'Check its name and schema.',
      where,
    );
  }
  const columns = found.map(([column, type]): EngineColumn => ({
    name: String(column),
    isNumber: NUMBERS.has(String(type)),
    isBoolean: type === 'bool',
  }));
  const from = `${POSTGRES.quoted(schema)}.${POSTGRES.quoted(name)}`;
  return { dialect: POSTGRES, from, columns, ask, close: () => client.end() };
}
