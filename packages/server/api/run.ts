import { Worker } from 'node:worker_threads';
import type { FastifyInstance } from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { Problem, type ProblemData } from '@wold/core/problem';
import { FILE_KINDS } from '@wold/core/recipe/runStudy';
import { MOST_SAMPLED } from '@wold/engines/takeSample';
import type { ApiOptions } from './options';
import { answerInLines } from './lines';
import type { RunAsk, RunSaid } from './runThread';

const kinds = z.enum(FILE_KINDS as [string, ...string[]]);

const tableSchema = z.union([
  z.strictObject({
    /** Its name, whose ending tells what it is. */
    name: z.string().min(1).max(500),
    base64: z.base64(),
  }),
  z.strictObject({
    source: z.string().min(1),
    table: z.string().min(1),
    sample: z.int().min(3).max(MOST_SAMPLED).default(20_000),
    seed: z.int().min(0).default(1),
    key: z.string().nullable().default(null),
  }),
]);

/** A recipe run on a table that is sent along, or that lies in a source. */
export function runRoutes(
  server: FastifyInstance,
  { given, sources, limits, thread, bodyLimit }: ApiOptions & { readonly bodyLimit: number },
): void {
  const app = server.withTypeProvider<ZodTypeProvider>();
  app.post(
    '/run',
    {
      bodyLimit,
      schema: {
        summary: 'The files of a recipe on a table, figures.json among them, as lines of JSON',
        body: z.strictObject({
          /** As Wold writes it. */
          recipe: z.looseObject({ format: z.literal('wold recipe') }),
          table: tableSchema,
          only: z.array(kinds).optional(),
        }),
      },
    },
    (request, reply) => {
      const { recipe, table, only } = request.body;
      const ask: RunAsk = {
        recipe: JSON.stringify(recipe),
        table,
        only,
        sources: given.filter(text => 'source' in table && text.startsWith(`${table.source}=`)),
        limits,
      };
      if ('source' in table && !sources.some(({ name }) => name === table.source)) {
        throw new Problem(
          `there is no source “${table.source}” here`,
          'Ask GET /api/sources for those that there are.',
        );
      }
      return answerInLines(reply, (progress, signal) => inThread(thread, ask, progress, signal));
    },
  );
}

/** Runs it in a thread of its own, so that others are answered meanwhile. */
function inThread(
  script: URL,
  ask: RunAsk,
  progress: (done: number) => void,
  signal: AbortSignal,
): Promise<unknown> {
  return new Promise((resolve, reject) => {
    const thread = new Worker(script, { workerData: ask });
    const stop = (): void => {
      // What runs in an engine is stopped first.
      thread.postMessage('stop');
      setTimeout(() => void thread.terminate(), TO_STOP).unref();
    };
    signal.addEventListener('abort', stop);
    thread.on('message', (said: RunSaid) => {
      if ('progress' in said) return progress(said.progress);
      if ('problem' in said) reject(problemOf(said.problem));
      else resolve(said.result);
    });
    thread.once('error', reject);
    thread.once('exit', () => {
      signal.removeEventListener('abort', stop);
      reject(new Problem('it was stopped', 'Ask again.'));
    });
  });
}

const TO_STOP = 4000;

const problemOf = ({ what, remedy, where }: ProblemData): Problem => new Problem(what, remedy, where);
