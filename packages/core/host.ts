import type { Helper } from '@wold/kernels/team';
import type { SampleOf } from './table/sampleOf';
import type { WholeAsk } from './engines/wholeAsk';
import type { Quartiles } from './engines/wholeQuartiles';
import type { RepeatsAsk, WholeRepeats } from './engines/wholeRepeats';
import type { WholeColumn } from './engines/wholeColumn';
import type { WholeMoments } from './engines/moments';
import { Problem } from './problem';
import type { Steps } from './stages/steps';

/** What differs between the hosts that core runs on: a browser's worker, Node, a test. */
export interface Host {
  /** Told now and then how much of the current work is done, from 0 to 1. Must be cheap to call. */
  readonly progress: (done: number) => void;
  /** Has another thread do a share of the work; absent where there is none. */
  readonly elsewhere?: (<In, Out>(errand: Errand<In, Out>, input: In) => Promise<Out>) | undefined;
  /** Threads that lend a hand to hot loops on memory that all share; absent where there are none. */
  readonly helpers?: readonly Helper[] | undefined;
  /**
   * Takes long work from its start, or from where it was stopped, to its end, showing it on the way; absent where it is
   * just done.
   *
   * @param key under which a state is kept
   * @param tell of work that other work rests on, and which is not shown itself: told how far it is
   */
  readonly follow?:
    | (<Out, State>(steps: Steps<Out, State>, key: string, tell?: (done: number) => void) => Promise<State>)
    | undefined;
  /** Asks the engines that hold tables which came as samples; absent where none can be reached. */
  readonly engines?: EngineWork | undefined;
  /** A dear result that is kept from before, or was found elsewhere meanwhile, or else found now and kept. */
  readonly once?: (<Out>(key: string, work: () => Promise<Out>) => Promise<Out>) | undefined;
}

/** What a host asks of the engines that hold tables. All may be stopped with the work that asks for it. */
export interface EngineWork {
  readonly moments: (of: SampleOf, asked: WholeAsk, progress: Host['progress']) => Promise<WholeMoments>;
  readonly quartiles: (of: SampleOf, asked: WholeAsk) => Promise<readonly Quartiles[]>;
  readonly repeats: (of: SampleOf, asked: RepeatsAsk) => Promise<WholeRepeats>;
  /** @param labels columns whose commonest entries are counted */
  readonly columns: (
    of: SampleOf,
    labels: readonly string[],
    progress: Host['progress'],
  ) => Promise<readonly WholeColumn[]>;
}

/** What asks the engine that a sample came from. @throws Problem where there is none */
export function engineWorkOf({ engines }: Host, { source, table }: SampleOf): EngineWork {
  if (engines !== undefined) return engines;
  throw new Problem(
    `the rows are a sample of the table ${table}, which cannot be reached from here`,
    `Start Wold with --source ${source}=…, or reduce the sample alone.`,
  );
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
