import type { Host } from '../host';
import type { Table } from '../table/table';
import type { Bench } from './bench';
import { toEnd, type Course } from './course';
import { courseKey, keyOf } from './key';
import { Problem } from '../problem';
import type { Memo } from './memo';
import type { AnyStage } from './stage';
import type { Worked } from './worked';

/** A bench on which all of the given work can be asked for. */
export function benchOf(table: Table, all: readonly Worked[], host: Host, memo: Memo): Bench {
  const failed = failedIn(memo);
  const works = new Map(all.map(({ stage, work }) => [stage.name, work]));
  /** What is being computed: needed twice, it is computed once. */
  const underWay = new Map<string, Promise<unknown>>();

  const need =
    (allowed: readonly AnyStage[] | null, own: Host): Bench['need'] =>
    async (stage, ask, part = own) => {
      if (allowed !== null && !allowed.includes(stage)) {
        throw new Error(`A stage asked for “${stage.name}” without saying that it rests on it.`);
      }
      const key = keyOf(table.key, stage, ask);
      const known = memo.get(key);
      if (known !== undefined) return known as never;
      const problem = failed.get(key);
      if (problem !== undefined) throw problem;
      const running = underWay.get(key);
      if (running !== undefined) return running as never;
      const isAskedFor = allowed === null;
      const result = compute(stage, ask, key, part, isAskedFor).finally(() => underWay.delete(key));
      underWay.set(key, result);
      return result as never;
    };

  async function compute(
    stage: AnyStage,
    ask: object,
    key: string,
    host: Host,
    isAskedFor: boolean,
  ): Promise<unknown> {
    const work = works.get(stage.name);
    if (work === undefined) throw new Error(`There is no work for the stage “${stage.name}”.`);
    const bench = { table, host, need: need([stage, ...stage.restsOn(ask)], host) };
    const make = async (): Promise<unknown> =>
      typeof work === 'function'
        ? work(ask, bench)
        : follow(work, ask, courseKey(table.key, stage, ask), bench, isAskedFor);
    try {
      const result = await (stage.kept && host.once !== undefined ? host.once(key, make) : make());
      memo.set(key, result);
      return result;
    } catch (thrown) {
      // What cannot be had is found once: all that rests on it would try again.
      if (thrown instanceof Problem) failed.set(key, thrown);
      throw thrown;
    }
  }

  return { table, host, need: need(null, host) };
}

/** Problems of one memo at most; the oldest are let go. */
const MOST_FAILED = 500;
const failures = new WeakMap<Memo, Map<string, Problem>>();

/** The problems that were found in the place of results of a memo. */
function failedIn(memo: Memo): Map<string, Problem> {
  const known = failures.get(memo) ?? new Map<string, Problem>();
  failures.set(memo, known);
  if (known.size > MOST_FAILED) known.delete(known.keys().next().value!);
  return known;
}

async function follow<Ask, Out, State>(
  course: Course<Ask, Out, State>,
  ask: Ask,
  key: string,
  bench: Bench,
  isAskedFor: boolean,
): Promise<Out> {
  const { host } = bench;
  const steps = await course.begin(ask, bench);
  try {
    const state = await (host.follow?.(steps, key, isAskedFor ? undefined : host.progress) ??
      toEnd(steps, host.progress));
    return steps.show(state);
  } finally {
    steps.end?.();
  }
}
