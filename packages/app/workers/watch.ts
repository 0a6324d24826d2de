import type { Remote } from 'comlink';
import { newId } from '../storage/newId';
import type { ComputeWorker } from './compute.worker';

/** So long, in milliseconds, a worker may take to start: one that was ended before it could hold anything never does. */
const STARTED_IN = 20_000;

/**
 * Calls `gone` when a worker is no more: it holds a lock for as long as it lives, which the browser then gives to who waits.
 *
 * @returns how to end the watch
 */
export function watch(remote: Pick<Remote<ComputeWorker>, 'hold'>, gone: () => void): () => void {
  const watching = new AbortController();
  const name = `wold worker ${newId()}`;
  if (navigator.locks === undefined) return () => undefined;
  const starting = setTimeout(gone, STARTED_IN);
  const end = (): void => {
    clearTimeout(starting);
    watching.abort();
  };
  void remote
    .hold(name)
    .then(() => {
      clearTimeout(starting);
      return navigator.locks.request(name, { signal: watching.signal }, gone);
    })
    // The watch was ended.
    .catch(() => undefined);
  return end;
}
