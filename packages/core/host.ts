import type { Steps } from './stages/steps';

/** What differs between the hosts that core runs on: a browser's worker, Node, a test. */
export interface Host {
  /** Told now and then how much of the current work is done, from 0 to 1. Must be cheap to call. */
  readonly progress: (done: number) => void;
  /** Has another thread do a share of the work; absent where there is none. */
  readonly elsewhere?: (<In, Out>(errand: Errand<In, Out>, input: In) => Promise<Out>) | undefined;
  /**
   * Takes long work from its start, or from where it was stopped, to its end, showing it on the way; absent where it is
   * just done.
   *
   * @param key of the result, under which a state is kept
   */
  readonly follow?:
    | (<Out, State>(
        steps: Steps<Out, State>,
        start: () => State | Promise<State>,
        key: string,
      ) => Promise<State>)
    | undefined;
}

/** An errand: a part of some work that another thread can do: what goes in and what comes out are plain data. */
export interface Errand<In, Out> {
  readonly name: string;
  readonly run: (input: In) => Out | Promise<Out>;
}

/** A host that listens to nothing. */
export const quietHost: Host = { progress: () => undefined };

/** The same host, seeing progress from 0 to 1 as a stretch of a longer piece of work. */
export function stretch(host: Host, from: number, to: number): Host {
  return { ...host, progress: done => host.progress(from + (to - from) * done) };
}
