import { useContext, useInsertionEffect, useLayoutEffect, useMemo, useSyncExternalStore } from 'react';
import type { ProblemData } from '@wold/core/problem';
import type { Table } from '@wold/core/table/table';
import { requestKey, type Request, type ResultOf } from '@wold/core/recipe/stages';
import { QUESTIONS } from '../readings/questions';
import { useTable } from '../store/TableContext';
import { useStudy } from '../store/useStudy';
import { advance } from '../workers/pool';
import { PaceContext, paced } from './pace';
import { again, lastGoodOf, onResults, settledOf, valueOf, want } from './resultStore';

/** A result as a reading sees it. */
export interface Finding<T> {
  /** The result, or the last good one of this place while the wanted one is not there; null before the first. */
  readonly value: T | null;
  /** Whether `value` belongs to an earlier recipe. */
  readonly stale: boolean;
  readonly problem: ProblemData | null;
  readonly stopped: boolean;
  /** Whether it is long work that was stopped on its way, `value` being what it has come to. */
  readonly paused: boolean;
  /** How far long work is that shows what it has come to so far, from 0 to 1; null where none does. */
  readonly underWay: number | null;
  /** Whether it is not computed because the table is large and no question that needs it was looked at. */
  readonly waits: boolean;
  /** Computes a stopped result after all. */
  readonly resume: () => void;
}

/**
 * The result of a request on the study's table, computed in a worker when it is not at hand.
 *
 * @param place where on the screen it belongs (say, a stage and a reduction): a new request of the same place takes
 *   over from the old one, whose last good result stays in sight meanwhile
 * @param label what the running work is called
 * @param wanted whether it is computed where it is not at hand
 */
export function useResult<R extends Request>(
  request: R,
  place: string,
  label: string,
  wanted = true,
): Finding<ResultOf<R>> {
  const table = useTable();
  const key = requestKey(table.key, request);
  const wholePlace = `${table.key} ${place}`;
  // The key stands for the request: equal requests have equal keys.
  const steady = useMemo(() => request, [key]); // eslint-disable-line react-hooks/exhaustive-deps
  const waits = useWaits(table, request) || !wanted;
  // Workers are at it before the page is laid out: all that the screen wants is in line before any layout effect.
  useInsertionEffect(() => {
    if (!waits) want(table, steady, wholePlace, label);
  }, [table, steady, wholePlace, label, waits]);
  useLayoutEffect(advance, [table, steady, wholePlace, waits]);
  const pace = useContext(PaceContext);
  const read = useMemo(() => paced(() => settledOf(key), pace), [key, pace]);
  const entry = useSyncExternalStore(onResults, read);
  const value = valueOf(entry) ?? (wanted ? lastGoodOf(wholePlace) : undefined);
  return {
    value: (value ?? null) as ResultOf<R> | null,
    stale: entry?.state !== 'done',
    problem: entry?.state === 'problem' ? entry.problem : null,
    stopped: entry?.state === 'stopped',
    paused: entry?.state === 'stopped' && entry.value !== undefined,
    underWay: entry?.state === 'running' ? entry.done : null,
    waits: waits && value === undefined,
    resume: () => again(table, steady, label),
  };
}

/** Entries beyond which nothing is computed before a question asks for it. */
const LARGE = 4e6;
const FIRST_ASKED: Readonly<Partial<Record<Request['stage'], number>>> = {
  description: 1,
  repeats: 1,
  gaps: 1,
  account: 2,
  originalBoxes: 2,
  treatedBoxes: 2,
  distribution: 2,
  prepared: 2,
  scoreRelations: 5,
  distances: 6,
};
const LATER = 3;

/** Measures beyond which their relations are looked at only when they are asked for. */
const MANY = 300;

function useWaits(table: Table, request: Request): boolean {
  const { seen } = useStudy();
  const { stage } = request;
  if (stage === 'suitability' && request.preparation.measures.length > MANY) {
    return !seen.includes('suitability');
  }
  if (table.rows * table.columns.length <= LARGE) return false;
  const first = FIRST_ASKED[stage] ?? LATER;
  return !QUESTIONS.some(({ number, route }) => number >= first && seen.includes(route));
}
