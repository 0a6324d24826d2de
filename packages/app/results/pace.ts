import { createContext } from 'react';
import type { Entry } from './resultStore';

/**
 * How often, in milliseconds, what is below shows what long work has come to so far; its end is shown at once. 0 for
 * every picture of it.
 */
export const PaceContext = createContext(0);

/** What stands beside a map that is being found follows it once a second: the map itself has the time for its pictures. */
export const BESIDE_PACE = 1000;

/**
 * What is known of a result, where a newer picture of running work is passed over until its time has come.
 *
 * @param now the time in milliseconds
 */
export function paced(
  read: () => Entry | undefined,
  pace: number,
  now: () => number = () => performance.now(),
): () => Entry | undefined {
  if (pace === 0) return read;
  let shown: Entry | undefined;
  let at = -Infinity;
  return () => {
    const entry = read();
    const goesOn = entry?.state === 'running' && shown?.state === 'running';
    if (entry === shown || (goesOn && now() - at < pace)) return shown;
    at = now();
    return (shown = entry);
  };
}
