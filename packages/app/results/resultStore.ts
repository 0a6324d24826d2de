import type { ProblemData } from '@wold/core/problem';
import { askedOf, requestKey, type Request, type Results } from '@wold/core/recipe/stages';
import { courseKey } from '@wold/core/stages/key';
import { bytesOf } from '@wold/core/stages/memo';
import type { Table } from '@wold/core/table/table';
import { keepResult, loadResult, mayBeKept } from '../storage/results';
import { loadCourse } from '../storage/courses';
import { rememberStopped, wasStopped } from '../storage/stopped';
import { computeOn, type Ticket } from '../workers/pool';
import { seldomEnough } from './seldomEnough';

type Result = Results[keyof Results];

/** What is known of one result. */
export type Entry =
  | { readonly state: 'pending' }
  /** Long work that shows what it has come to so far. */
  | { readonly state: 'running'; readonly value: Result; readonly done: number }
  | { readonly state: 'done'; readonly value: Result }
  | { readonly state: 'problem'; readonly problem: ProblemData }
  | { readonly state: 'stopped'; readonly value: Result | undefined };

const PENDING: Entry = { state: 'pending' };
/** Results that nothing on the screen shows are held as long as all take no more than this. */
const MOST_HELD = 300e6;
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

/** How long results took that were found since the page was loaded, in milliseconds. */
const took = new Map<string, number>();

/** How long a result took; undefined where it was found before. */
export const tookOf = (key: string): number | undefined => took.get(key);

export function onResults(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** What came of a result; undefined while it is under way, as before it was wanted: the screen is the same. */
export function settledOf(key: string): Entry | undefined {
  const entry = entries.get(key);
  return entry?.state === 'pending' ? undefined : entry;
}

/** The result of an entry, or what it had come to when it was last seen. */
export function valueOf(entry: Entry | undefined): Result | undefined {
  return entry !== undefined && 'value' in entry ? entry.value : undefined;
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
  const key = requestKey(table.key, request);
  rememberStopped(key, false);
  void obtain(table, request, key, label);
  tell();
}

async function obtain(table: Table, request: Request, key: string, label: string): Promise<void> {
  entries.set(key, PENDING);
  const kept = mayBeKept(key) ? await loadResult(key).catch(() => undefined) : undefined;
  if (kept !== undefined) return settle(key, { state: 'done', value: kept as Result });
  // Work that the analyst stopped before the page was loaded again stays stopped.
  if (wasStopped(key)) {
    const { stage, ask } = askedOf(request);
    const course = await loadCourse(courseKey(table.key, stage, ask));
    if (course !== undefined) return settle(key, { state: 'stopped', value: course.shown as Result });
  }
  const started = performance.now();
  let shown: Result | undefined;
  const showPicture = seldomEnough();
  const ticket = computeOn(table, request, label, (value, done) => {
    if (tickets.get(key) !== ticket) return;
    shown = value;
    showPicture(() => {
      entries.set(key, { state: 'running', value, done });
      tell();
    });
  });
  tickets.set(key, ticket);
  const end = await ticket.end;
  if (tickets.get(key) === ticket) tickets.delete(key);
  if (end === 'stopped') {
    if ([...wanted.values()].includes(key)) {
      // Only what has shown itself keeps where it stands.
      if (shown !== undefined) rememberStopped(key, true);
      settle(key, { state: 'stopped', value: shown });
    } else entries.delete(key);
  } else if ('problem' in end) {
    settle(key, { state: 'problem', problem: end.problem });
  } else {
    took.set(key, performance.now() - started);
    settle(key, { state: 'done', value: end.value });
    if (performance.now() - started > WORTH_KEEPING && bytesOf(end.value) < MOST_BYTES)
      void keepResult(key, end.value);
  }
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
  let bytes = 0;
  for (const entry of entries.values()) bytes += sizeOf(entry);
  for (const [key, entry] of entries) {
    if (bytes <= MOST_HELD) return;
    if (entry.state === 'pending' || entry.state === 'running' || held.has(key)) continue;
    entries.delete(key);
    bytes -= sizeOf(entry);
  }
}

const sizes = new WeakMap<Entry, number>();

function sizeOf(entry: Entry): number {
  const known = sizes.get(entry);
  if (known !== undefined) return known;
  const bytes = bytesOf(valueOf(entry));
  sizes.set(entry, bytes);
  return bytes;
}
