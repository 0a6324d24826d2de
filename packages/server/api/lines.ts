import { Readable } from 'node:stream';
import type { FastifyReply } from 'fastify';
import { onWire } from '@wold/core/engines/wire';
import { problemData } from '@wold/core/problem';

/** How often a line tells how far it is, in milliseconds. */
const OFTEN = 200;

/**
 * Answers line by line while work is done: how far it is, and what came of it or why there is nothing. Whoever goes away
 * stops it.
 */
export function answerInLines(
  reply: FastifyReply,
  work: (progress: (done: number) => void, signal: AbortSignal) => Promise<unknown>,
): FastifyReply {
  const stop = new AbortController();
  const out = new Readable({ read: () => undefined });
  const line = (value: unknown): void => void out.push(`${onWire(value)}\n`);
  stopWithout(reply, stop);
  let told = 0;
  const progress = (done: number): void => {
    if (Date.now() - told < OFTEN) return;
    told = Date.now();
    line({ progress: Math.max(0, Math.min(1, done)) });
  };
  // So that whoever waits knows at once that it is under way.
  line({ progress: 0 });
  work(progress, stop.signal)
    .then(
      result => line({ result }),
      (thrown: unknown) => line({ problem: problemData(thrown) }),
    )
    .finally(() => out.push(null));
  return reply.type('application/x-ndjson').header('cache-control', 'no-store').send(out);
}

/** Stops work when whoever asked for it goes away before it is answered. */
export function stopWithout({ raw }: FastifyReply, stop: AbortController): void {
  raw.once('close', () => {
    if (!raw.writableFinished) stop.abort();
  });
}
