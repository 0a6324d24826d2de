import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { scoresStatement } from '@wold/core/engines/scoresStatement';
import { repeatsAskSchema, scoresAskSchema, scoringSchema, wholeAskSchema } from '@wold/core/engines/wire';
import { Problem } from '@wold/core/problem';
import { engineWork, withTable } from '@wold/engines/engineWork';
import { sourceNamed } from '@wold/engines/source';
import type { ApiOptions } from './options';
import { answerInLines } from './lines';

const of = { source: z.string().min(1), table: z.string().min(1) };
const unsampled = { of: 0, rows: 0, seed: 0, key: null };

/** What engines tell of whole tables, and scores that go back into them. */
export function wholeRoutes(server: FastifyInstance, { sources, limits }: ApiOptions): void {
  const app = server.withTypeProvider<ZodTypeProvider>();
  app.post(
    '/moments',
    {
      schema: {
        summary: 'Moments of all rows of a table, as lines of JSON: progress, then the result or a problem',
        body: z.strictObject({ ...of, asked: wholeAskSchema }),
      },
    },
    (request, reply) => {
      const { asked, ...table } = request.body;
      return answerInLines(reply, (progress, signal) =>
        engineWork(sources, { ...limits, signal }).moments({ ...table, ...unsampled }, asked, progress),
      );
    },
  );
  app.post(
    '/quartiles',
    {
      schema: {
        summary: 'Quartiles of measures over all rows of a table, as lines of JSON',
        body: z.strictObject({ ...of, asked: wholeAskSchema }),
      },
    },
    ({ body: { asked, ...table } }, reply) =>
      answerInLines(reply, (_, signal) =>
        engineWork(sources, { ...limits, signal }).quartiles({ ...table, ...unsampled }, asked),
      ),
  );
  app.post(
    '/repeats',
    {
      schema: {
        summary: 'Scatter of scores within rows that repeat each other, as lines of JSON',
        body: z.strictObject({ ...of, asked: repeatsAskSchema }),
      },
    },
    ({ body: { asked, ...table } }, reply) =>
      answerInLines(reply, (_, signal) =>
        engineWork(sources, { ...limits, signal }).repeats({ ...table, ...unsampled }, asked),
      ),
  );
  app.post(
    '/columns',
    {
      schema: {
        summary: 'What each column of a table holds, as lines of JSON',
        body: z.strictObject({ ...of, labels: z.array(z.string()).default([]) }),
      },
    },
    (request, reply) => {
      const { labels, ...table } = request.body;
      return answerInLines(reply, (progress, signal) =>
        engineWork(sources, { ...limits, signal }).columns({ ...table, ...unsampled }, labels, progress),
      );
    },
  );
  app.post(
    '/scores',
    {
      schema: {
        summary: 'Scores of all rows: the text of a SELECT, or a view or table made in the engine',
        body: z.strictObject({
          ...of,
          as: z.enum(['text', 'view', 'table']),
          /** What the view or table is called, with its schema. */
          name: z.string().min(1).max(200).nullable().default(null),
          key: z.string().nullable().default(null),
          scoring: scoringSchema,
          asked: scoresAskSchema,
        }),
        response: { 200: z.object({ statement: z.string() }) },
      },
    },
    async ({ body: { as, name, key, scoring, asked, ...table } }) => {
      const source = sourceNamed(sources, table.source);
      const { select, dialect } = await withTable(sources, table, limits, ([engine]) =>
        Promise.resolve({ select: scoresStatement(engine!, scoring, key, asked), dialect: engine!.dialect }),
      );
      if (as === 'text') return { statement: `${select};` };
      if (source.writes === null) {
        throw new Problem(
          'this source is only read',
          'Copy the text, and run it where the table lies.',
          `source ${source.name}`,
        );
      }
      if (name === null) throw new Problem('the scores need a name', 'Give the view or table one.');
      const quoted = name.split('.').map(dialect.quoted).join('.');
      const statement = dialect.create(as, quoted, select);
      await source.writes(statement, limits);
      return { statement: `${statement};` };
    },
  );
}
