import type { Helper } from '@wold/kernels/team';

/** Threads that lend this worker a hand: one fewer than there are cores, three at most. */
const COUNT = globalThis.crossOriginIsolated ? Math.min(3, navigator.hardwareConcurrency - 1) : 0;
/** In milliseconds: the page has the cores to itself while it is opened. */
const BEFORE_START = 800;

export const helpers: readonly Helper[] = Array.from({ length: COUNT }, () => {
  let worker: Worker | null = null;
  const started = (): Worker =>
    (worker ??= new Worker(new URL('./helper.worker.ts', import.meta.url), {
      type: 'module',
      name: 'wold-helper',
    }));
  // A worker starts only while the one that asked for it is idle, so it is asked for before there is work to share.
  setTimeout(started, BEFORE_START);
  return duty => started().postMessage(duty);
});
