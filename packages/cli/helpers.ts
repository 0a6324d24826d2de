import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import type { Helper } from '@wold/kernels/team';

/** Threads that lend this one a hand: one fewer than there are cores, three at most, started when first asked for. */
export const helpers: readonly Helper[] = Array.from(
  { length: Math.min(3, availableParallelism() - 1) },
  () => {
    let worker: Worker | null = null;
    return duty => {
      if (worker === null) {
        worker = new Worker(new URL('./helper.js', import.meta.url));
        // It keeps no command from ending.
        worker.unref();
      }
      worker.postMessage(duty);
    };
  },
);
