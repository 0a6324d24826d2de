import type { Host } from '@wold/core/host';
import { wrap } from 'comlink';
import type { ErrandWorker } from './errand.worker';

/** A worker starts only while the one that asked for it is idle, so it is asked for before there is work to share. */
const helper =
  navigator.hardwareConcurrency < 2
    ? null
    : wrap<ErrandWorker>(
        new Worker(new URL('./errand.worker.ts', import.meta.url), { type: 'module', name: 'wold-errand' }),
      );

/** Hands a share of this worker's work to a worker of its own. */
export const elsewhere: Host['elsewhere'] =
  helper === null
    ? undefined
    : async (share, input) => (await helper.run(share.name, input as never)) as never;
