/** What differs between the hosts that core runs on: a browser's worker, Node, a test. */
export interface Host {
  /** Told now and then how much of the current work is done, from 0 to 1. Must be cheap to call. */
  readonly progress: (done: number) => void;
  /** Has another thread do a share of the work; absent where there is none. */
  readonly elsewhere?: (<In, Out>(share: Share<In, Out>, input: In) => Promise<Out>) | undefined;
}

/** A part of some work that another thread can do: what goes in and what comes out are plain data. */
export interface Share<In, Out> {
  readonly name: string;
  readonly run: (input: In) => Out | Promise<Out>;
}

/** A host that listens to nothing. */
export const quietHost: Host = { progress: () => undefined };

/** The same host, seeing progress from 0 to 1 as a stretch of a longer piece of work. */
export function stretch(host: Host, from: number, to: number): Host {
  return { ...host, progress: done => host.progress(from + (to - from) * done) };
}
