/** What differs between the hosts that core runs on: a browser's worker, Node, a test. */
export interface Host {
  /** Told now and then how much of the current work is done, from 0 to 1. Must be cheap to call. */
  readonly progress: (done: number) => void;
}

/** A host that listens to nothing. */
export const quietHost: Host = { progress: () => undefined };

/** The same host, seeing progress from 0 to 1 as a stretch of a longer piece of work. */
export function stretch(host: Host, from: number, to: number): Host {
  return { progress: done => host.progress(from + (to - from) * done) };
}
