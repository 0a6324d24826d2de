import type { Helper } from '@wold/kernels/team';

/** Threads that lend this worker a hand: one fewer than there are cores, four at most, started when first asked for. */
const COUNT = globalThis.crossOriginIsolated ? Math.min(3, navigator.hardwareConcurrency - 1) : 0;

export const helpers: readonly Helper[] = Array.from({ length: COUNT }, () => {
  let worker: Worker | null = null;
  return duty => {
    worker ??= new Worker(new URL('./helper.worker.ts', import.meta.url), {
      type: 'module',
      name: 'wold-helper',
    });
    worker.postMessage(duty);
  };
});
