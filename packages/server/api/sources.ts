import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { withTable } from '@wold/engines/engineWork';
import { sourceNamed } from '@wold/engines/source';
import { MOST_SAMPLED, takeSample } from '@wold/engines/takeSample';
import type { ApiOptions } from './options';
import { stopWithout } from './lines';

const sourceSchema = z.object({
  name: z.string(),
  kind: z.enum(['PostgreSQL', 'ClickHouse', 'files']),
  parts: z.int(),
  writes: z.boolean(),
});
const tableSchema = z.object({
  schema: z.string().nullable(),
  name: z.string(),
  rows: z.number().nullable(),
  kind: z.enum(['table', 'view']),
});
const columnSchema = z.object({ name: z.string(), type: z.string(), isNumber: z.boolean() });

/** Which sources there are, what they hold, and samples of it. */
export function sourceRoutes(server: FastifyInstance, { sources, limits }: ApiOptions): void {
  const app = server.withTypeProvider<ZodTypeProvider>();
  app.get('/sources', { schema: { summary: 'The sources', response: { 200: z.array(sourceSchema) } } }, () =>
    sources.map(({ name, kind, parts, writes }) => ({ name, kind, parts, writes: writes !== null })),
  );
  app.get(
    '/sources/:source/tables',
    {
      schema: {
        summary: 'The tables of a source, with about how many rows',
        params: z.object({ source: z.string() }),
        response: { 200: z.array(tableSchema) },
      },
    },
    ({ params }) => sourceNamed(sources, params.source).tables(limits),
  );
  app.get(
    '/sources/:source/columns',
    {
      schema: {
        summary: 'The columns of a table, and how many rows it has',
        params: z.object({ source: z.string() }),
        querystring: z.object({ table: z.string().min(1) }),
        response: { 200: z.object({ columns: z.array(columnSchema) }) },
      },
    },
    async ({ params: { source }, query: { table } }) =>
      withTable(sources, { source, table }, limits, ([engine]) =>
        Promise.resolve({
          columns: engine!.columns.map(({ name, type, isNumber }) => ({ name, type, isNumber })),
        }),
      ),
  );
  app.post(
    '/sample',
    {
      schema: {
        summary: 'Rows of a table as a Parquet file, the same for the same seed',
        body: z.strictObject({
          source: z.string().min(1),
          table: z.string().min(1),
          rows: z.int().min(3).max(MOST_SAMPLED).default(20_000),
          seed: z.int().min(0).default(1),
          key: z.string().nullable().default(null),
        }),
      },
    },
    async ({ body: { source, ...asked } }, reply) => {
      const stop = new AbortController();
      stopWithout(reply, stop);
      const { file } = await takeSample(sourceNamed(sources, source), asked, {
        ...limits,
        signal: stop.signal,
      });
      return reply.type('application/vnd.apache.parquet').send(Buffer.from(file));
    },
  );
}
