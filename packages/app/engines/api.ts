import '../storage/uncompiled';
import { z } from 'zod';
import { lineSchema } from '@wold/core/engines/wire';
import { Problem } from '@wold/core/problem';
import { broughtToken } from './token';

const problemSchema = z.object({ what: z.string(), where: z.string().nullable(), remedy: z.string() });

const NOT_THERE = new Problem(
  'the server does not answer',
  'See whether Wold still runs, and start it with the source that the table lies in.',
);

/** @param body JSON that is sent along; none asks only */
async function answered(path: string, body: string | null, signal?: AbortSignal): Promise<Response> {
  const headers = new Headers();
  const token = broughtToken();
  if (token !== null) headers.set('authorization', `Bearer ${token}`);
  if (body !== null) headers.set('content-type', 'application/json');
  let answer: Response;
  try {
    answer = await fetch(`/api/${path}`, {
      method: body === null ? 'GET' : 'POST',
      headers,
      body,
      ...(signal === undefined ? {} : { signal }),
    });
  } catch (thrown) {
    if (signal?.aborted === true) throw thrown;
    throw NOT_THERE;
  }
  if (answer.ok) return answer;
  const said = problemSchema.safeParse(await answer.json().catch(() => null));
  if (said.success) throw new Problem(said.data.what, said.data.remedy, said.data.where);
  throw answer.status === 404
    ? new Problem(
        'this Wold was started without sources',
        'Start it with --source, or reduce the sample alone.',
      )
    : NOT_THERE;
}

/** What the server answers, checked. @throws Problem where it refuses */
export async function ask<T>(path: string, schema: z.ZodType<T>, body: string | null = null): Promise<T> {
  return understood(schema, await (await answered(path, body)).json());
}

/** A file that the server answers with. @throws Problem where it refuses */
export async function askFile(path: string, body: string, signal: AbortSignal): Promise<Blob> {
  return (await answered(path, body, signal)).blob();
}

/**
 * What the server answers line by line while it works. Whoever asks no more stops it.
 *
 * @param progress told how far it is; what it throws stops the work
 * @throws Problem where there is no result
 */
export async function askInLines<T>(
  path: string,
  schema: z.ZodType<T>,
  body: string,
  progress: (done: number) => void,
): Promise<T> {
  const stop = new AbortController();
  try {
    const reader = (await answered(path, body, stop.signal))
      .body!.pipeThrough(new TextDecoderStream())
      .getReader();
    let text = '';
    for (;;) {
      const { done, value } = await reader.read();
      if (done) throw NOT_THERE;
      text += value;
      const lines = text.split('\n');
      text = lines.pop()!;
      for (const line of lines) {
        const said = understood(lineSchema, JSON.parse(line));
        if ('problem' in said) {
          const { what, remedy, where } = said.problem;
          throw new Problem(what, remedy, where);
        }
        if ('result' in said) return understood(schema, said.result);
        progress(said.progress);
      }
    }
  } finally {
    stop.abort();
  }
}

function understood<T>(schema: z.ZodType<T>, answer: unknown): T {
  const read = schema.safeParse(answer);
  if (read.success) return read.data;
  throw new Problem(
    `the server’s answer is not understood (${read.error.issues[0]!.message})`,
    'Load the page anew: it may be of another version than the server.',
  );
}
