import { keepResult, loadResult } from '../storage/results';
import type { Host } from '@wold/core/host';

/** Finds a dear result once, whichever workers and pages ask for it, and keeps it for all of them. */
export const once: NonNullable<Host['once']> = async (key, work) => {
  type Result = Awaited<ReturnType<typeof work>>;
  const keptOrMade = async (): Promise<Result> => {
    const kept = await loadResult(key).catch(() => undefined);
    if (kept !== undefined) return kept as Result;
    const result = await work();
    await keepResult(key, result);
    return result;
  };
  const { locks } = (globalThis.navigator ?? {}) as { readonly locks?: LockManager };
  // Without locks, on an origin that is not secure, it may be found twice.
  return locks === undefined ? keptOrMade() : (locks.request(`wold ${key}`, keptOrMade) as Promise<Result>);
};
