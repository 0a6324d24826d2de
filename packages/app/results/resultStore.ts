import type { ProblemData } from '@wold/core/problem';
import { requestKey, type Request, type Results } from '@wold/core/recipe/run';
import type { Table } from '@wold/core/table/table';
import { keepResult, loadResult, mayBeKept } from '../storage/results';
import { computeOn, type Ticket } from '../workers/pool';

type Result = Results[keyof Results];

/** What is known of one result. */
export type Entry =
  | { readonly state: 'pending' }
  | { readonly state: 'done'; readonly value: Result }
  | { readonly state: 'problem'; readonly problem: ProblemData }
  | { readonly state: 'stopped' };

const PENDING: Entry = { state: 'pending' };
const MOST_KEPT = 60;
/** Results slower than this are kept in the browser's storage too. */
const WORTH_KEEPING = 500;
/** Work that is no longer wanted is let finish for this long, in milliseconds: while a slider is moved, some of it is seen. */
const GRACE = 30;
/** Writing more than this would hold up the page. */
const MOST_BYTES = 8e6;

const entries = new Map<string, Entry>();
const tickets = new Map<string, Ticket<Result>>();
/** For each place on the screen the key it wants now and the last that came out well. */
const wanted = new Map<string, string>();
const lastGood = new Map<string, string>();
const listeners = new Set<() => void>();

export function onResults(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** What came of a result; undefined while it is under way, as before it was wanted: the screen is the same. */
export function settledOf(key: string): Entry | undefined {
  const entry = entries.get(key);
  return entry?.state === 'pending' ? undefined : entry;
}

/** The last good result of a place, whatever it asks for now. */
export function lastGoodOf(place: string): Result | undefined {
  const entry = entries.get(lastGood.get(place) ?? '');
  return entry?.state === 'done' ? entry.value : undefined;
}

/** Sees to it that the result comes, and that what the place wanted before is given up; tells nobody before it returns. */
export function want(table: Table, request: Request, place: string, label: string): void {
  const key = requestKey(table.key, request);
  const before = wanted.get(place);
  wanted.set(place, key);
  if (before !== undefined && before !== key) giveUp(before);
  const entry = entries.get(key);
  if (entry?.state === 'done') lastGood.set(place, key);
  if (entry === undefined) void obtain(table, request, key, label);
}

/** Computes a stopped result after all. */
export function again(table: Table, request: Request, label: string): void {
  void obtain(table, request, requestKey(table.key, request), label);
  tell();
}

async function obtain(table: Table, request: Request, key: string, label: string): Promise<void> {
  entries.set(key, PENDING);
  const kept = mayBeKept(key) ? await loadResult(key).catch(() => undefined) : undefined;
  if (kept !== undefined) return settle(key, { state: 'done', value: kept as Result });
  const started = performance.now();
  const ticket = computeOn(table, request, label);
  tickets.set(key, ticket);
  const outcome = await ticket.outcome;
  if (tickets.get(key) === ticket) tickets.delete(key);
  if (outcome === 'stopped') {
    if ([...wanted.values()].includes(key)) settle(key, { state: 'stopped' });
    else entries.delete(key);
  } else if ('problem' in outcome) {
    settle(key, { state: 'problem', problem: outcome.problem });
  } else {
    settle(key, { state: 'done', value: outcome.value });
    if (performance.now() - started > WORTH_KEEPING && bytesOf(outcome.value) < MOST_BYTES)
      void keepResult(key, outcome.value);
  }
}

/** Roughly what a result takes in storage: its typed arrays. */
function bytesOf(value: unknown): number {
  if (ArrayBuffer.isView(value)) return value.byteLength;
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return 0;
  return Object.values(value).reduce((sum: number, part) => sum + bytesOf(part), 0);
}

function giveUp(key: string): void {
  setTimeout(() => {
    if (![...wanted.values()].includes(key)) tickets.get(key)?.stop();
  }, GRACE);
}

function settle(key: string, entry: Entry): void {
  entries.delete(key);
  entries.set(key, entry);
  if (entry.state === 'done') {
    for (const [place, wantedKey] of wanted) if (wantedKey === key) lastGood.set(place, key);
    forgetOldest();
  }
  tell();
}

function tell(): void {
  for (const listener of listeners) listener();
}

function forgetOldest(): void {
  const held = new Set([...wanted.values(), ...lastGood.values()]);
  for (const [key, entry] of entries) {
    if (entries.size <= MOST_KEPT) return;
    if (entry.state !== 'pending' && !held.has(key)) entries.delete(key);
  }
}
