import { useEffect, useMemo, useSyncExternalStore } from 'react';
import type { ProblemData } from '@wold/core/problem';
import { requestKey, type Request, type ResultOf } from '@wold/core/recipe/run';
import { useTable } from '../store/TableContext';
import { again, entryOf, lastGoodOf, onResults, want } from './resultStore';

/** A result as a reading sees it. */
export interface Reading<T> {
  /** The result, or the last good one of this place while the wanted one is not there; null before the first. */
  readonly value: T | null;
  /** Whether `value` belongs to an earlier recipe. */
  readonly stale: boolean;
  readonly problem: ProblemData | null;
  readonly stopped: boolean;
  /** Computes a stopped result after all. */
  readonly resume: () => void;
}

/**
 * The result of a request on the study's table, computed in a worker when it is not at hand.
 *
 * @param place where on the screen it belongs (say, a stage and a reduction): a new request of the same place takes
 *   over from the old one, whose last good result stays in sight meanwhile
 * @param label what the running work is called
 */
export function useResult<R extends Request>(request: R, place: string, label: string): Reading<ResultOf<R>> {
  const table = useTable();
  const key = requestKey(table.key, request);
  const wholePlace = `${table.key} ${place}`;
  // The key stands for the request: equal requests have equal keys.
  const steady = useMemo(() => request, [key]); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => want(table, steady, wholePlace, label), [table, steady, wholePlace, label]);
  const entry = useSyncExternalStore(onResults, () => entryOf(key));
  const value = entry?.state === 'done' ? entry.value : lastGoodOf(wholePlace);
  return {
    value: (value ?? null) as ResultOf<R> | null,
    stale: entry?.state !== 'done',
    problem: entry?.state === 'problem' ? entry.problem : null,
    stopped: entry?.state === 'stopped',
    resume: () => again(table, steady, label),
  };
}
