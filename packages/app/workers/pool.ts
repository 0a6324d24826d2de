import { proxy, wrap, type Remote } from 'comlink';
import { problemData, type ProblemData } from '@wold/core/problem';
import { treatmentOf } from '@wold/core/preparation/treatmentOf';
import type { DoneScene } from '@wold/core/recipe/doneScene';
import type { Recipe, Reduction } from '@wold/core/recipe/schema';
import { STAGES, type Request, type Results } from '@wold/core/recipe/stages';
import type { Weight } from '@wold/core/stages/stage';
import type { ReadingChoices } from '@wold/core/table/readingChoices';
import type { Report } from '@wold/core/report/report';
import type { Table } from '@wold/core/table/table';
import { accessToken } from '../engines/access';
import type { ComputeWorker, JobEnd, NewRowsBlob, ReadTable } from './compute.worker';
import { TOO_LONG, tooLate } from './tooLate';
import { watch } from './watch';

/** Work under way, as the screen shows it. */
export interface Job {
  readonly id: number;
  readonly label: string;
  /** From 0 to 1. */
  readonly done: number;
  readonly since: number;
  /** Bytes to be read, where a file is. */
  readonly size: number | null;
}

/** A piece of work handed to the pool. */
export interface Ticket<T> {
  readonly end: Promise<JobEnd<T> | 'stopped'>;
  /** Ends the work at once, whether it waits or runs. */
  readonly stop: () => void;
}

interface Seat {
  worker: Worker;
  remote: Remote<ComputeWorker>;
  readonly tables: Set<string>;
  /** Holds the number of the job that is to stop; null where memory cannot be shared. */
  readonly toStop: Int32Array | null;
  /** The treatment that its last work rested on. */
  restsOn: string | null;
  /** The work it is at. */
  at: Entry | null;
  /** Ends the watch over whether its worker lives. */
  readonly unwatch: () => void;
}

interface Entry {
  job: Job;
  readonly tableKey: string | null;
  /** The treatment that it rests on. */
  readonly restsOn: string | null;
  /** How heavy it is: lighter work on the same table goes first, so that what was changed is soon in sight. */
  readonly weight: number;
  /** Whether its worker can be told to break it off, and be kept. */
  readonly heeds: boolean;
  /** Whether it shows itself while it runs, and keeps where it stands when it is to stop. */
  shows: boolean;
  readonly start: (seat: Seat) => Promise<JobEnd<unknown>>;
  readonly settle: (end: JobEnd<unknown> | 'stopped') => void;
  seat: Seat | null;
  /** When a worker began it; null while it waits. */
  began: number | null;
  /** How often its worker was ended from outside. */
  lost: number;
}

/** At least two, so that a short answer need not wait for long work. */
const SIZE = Math.max(2, Math.min(4, navigator.hardwareConcurrency));
/** Lighter work goes first. Gathering all figures is the heaviest. */
const WEIGHTS: Readonly<Record<Weight, number>> = { light: 0, heavy: 1, long: 2 };
const FIGURES = 3;
/** So long, in milliseconds, work that is to stop may take to break off by itself before its worker is ended. */
const BREAK_OFF = 80;
/** The same where it keeps its state first. */
const KEEP_AND_BREAK_OFF = 5000;
/** So long after light work, in milliseconds, heavy work leaves the cores to the page, which draws what has come. */
const DRAWING = 120;
/** Light work that takes longer, in milliseconds, as of a very large table, is not waited for: the rest goes on beside it. */
const LIGHT = 1000;
const CRASHED: ProblemData = {
  what: 'the computation broke off, most likely for want of memory',
  where: null,
  remedy: 'Close other pages, or use fewer rows or columns.',
};

let nextId = 1;
/** When light work ended last. */
let lightEnded = -Infinity;
const seats: Seat[] = [];
const entries: Entry[] = [];
const listeners = new Set<() => void>();
let shown: readonly Job[] = [];

/** The jobs that wait or run, oldest first; the same array until one of them changes. */
export const currentJobs = (): readonly Job[] => shown;

/** Calls `listener` whenever {@link currentJobs} changes; returns how to stop that. */
export function onJobs(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Starts a worker before there is work, so that the first has not to wait for it. */
export function warmUp(): void {
  if (seats.length === 0) newSeat();
}

/** Stops a job by its number. */
export function stopJob(id: number): void {
  const entry = entries.find(({ job }) => job.id === id);
  if (entry !== undefined) stop(entry);
}

/** Reads a file into a table, with rows of a second after its own where there is one, and keeps it in the browser unless it is only looked at. */
export function readTable(
  file: Blob,
  name: string,
  choices: ReadingChoices = {},
  keeping = true,
  newRows: NewRowsBlob | null = null,
): Ticket<ReadTable> {
  return enter<ReadTable>(
    `reading ${name}`,
    null,
    (seat, progress) => seat.remote.read(file, name, choices, keeping, newRows, progress),
    { size: file.size },
  );
}

/** The demo's pictures of stamps as a file, drawn off the main thread. */
export function makeStamps(): Ticket<Blob> {
  return enter<Blob>('drawing the stamps', null, seat => seat.remote.stamps());
}

/** A table kept in the browser, or undefined; taken from storage off the main thread. */
export function loadTable(key: string): Ticket<Table | undefined> {
  return enter<Table | undefined>('opening the table', key, seat => seat.remote.load(key));
}

/**
 * Computes a result of a table, on a worker that knows the table where one is free.
 *
 * @param show is given what long work has come to so far
 */
export function computeOn(
  table: Table,
  request: Request,
  label: string,
  show: (result: Results[keyof Results], done: number) => void = () => undefined,
): Ticket<Results[keyof Results]> {
  const { key, arranged } = table;
  const weight = WEIGHTS[STAGES[request.stage].weight];
  const start = knowing(table, (seat, progress, job) => {
    const shown = proxy((result: unknown, done: number) => {
      if (seat.at?.job.id !== job) return;
      seat.at.shows = true;
      progress(done);
      show(result as Results[keyof Results], done);
    });
    return seat.remote.compute({ key, arranged }, request, job, progress, shown);
  });
  const restsOn =
    'preparation' in request ? `${key} ${JSON.stringify(treatmentOf(request.preparation))}` : null;
  return enter(label, key, start, { weight, restsOn, heeds: true });
}

/** The report of a study as it grows from its results. */
export function reportOn(table: Table, recipe: Recipe, patient: boolean): Ticket<Report> {
  const { key, arranged } = table;
  const start = knowing(table, (seat, progress, job) =>
    seat.remote.report({ key, arranged }, recipe, patient, job, progress),
  );
  return enter('gathering the report', key, start, { weight: FIGURES, heeds: true });
}

/** Every figure of a study, as the text of a file. */
export function figuresOn(table: Table, recipe: Recipe, label: string): Ticket<string> {
  const { key, arranged } = table;
  const start = knowing(table, (seat, progress, job) =>
    seat.remote.figures({ key, arranged }, recipe, job, progress),
  );
  return enter(label, key, start, { weight: FIGURES, heeds: true });
}

/** Components of every how many-th pixel of a scene as layers of all pixels of its file: a GeoTIFF. */
export function layersOn(table: Table, recipe: Recipe, reduction: Reduction, file: Blob): Ticket<Blob> {
  const { key, arranged } = table;
  const start = knowing(table, (seat, progress, job) =>
    seat.remote.layers({ key, arranged }, recipe, reduction, file, job, progress),
  );
  return enter('placing all pixels', key, start, { weight: FIGURES, heeds: true });
}

/** Another scene by the recipe of a study of a scene. */
export function sceneOn(table: Table, recipe: Recipe, reduction: Reduction, file: File): Ticket<DoneScene> {
  const { key, arranged } = table;
  const other = { content: file, name: file.name };
  const start = knowing(table, (seat, progress, job) =>
    seat.remote.scene({ key, arranged }, recipe, reduction, other, job, progress),
  );
  return enter(`doing ${file.name}`, key, start, { weight: FIGURES, heeds: true });
}

type Start<T> = (seat: Seat, progress: (done: number) => void, job: number) => Promise<JobEnd<T>>;

/** Has a seat do work on a table, once it was given that where it does not know it. */
function knowing<T>(
  table: Table,
  ask: (seat: Seat, progress: (done: number) => void, job: number) => Promise<JobEnd<T> | null>,
): Start<T> {
  return async (seat, progress, job) => {
    // What is in memory that both share costs nothing to give.
    if (globalThis.crossOriginIsolated && !seat.tables.has(table.key)) await seat.remote.adopt(table);
    const first = await ask(seat, progress, job);
    seat.tables.add(table.key);
    if (first !== null) return first;
    await seat.remote.adopt(table);
    return (await ask(seat, progress, job))!;
  };
}

function enter<T>(
  label: string,
  tableKey: string | null,
  start: Start<T>,
  {
    size = null,
    weight = 0,
    restsOn = null,
    heeds = false,
  }: { size?: number | null; weight?: number; restsOn?: string | null; heeds?: boolean } = {},
): Ticket<T> {
  let settle!: (end: JobEnd<T> | 'stopped') => void;
  const end = new Promise<JobEnd<T> | 'stopped'>(resolve => (settle = resolve));
  const entry: Entry = {
    job: { id: nextId++, label, done: 0, since: performance.now(), size },
    tableKey,
    weight,
    restsOn,
    heeds,
    shows: false,
    seat: null,
    began: null,
    lost: 0,
    settle: settle as Entry['settle'],
    start: seat =>
      start(
        seat,
        proxy((done: number) => {
          entry.job = { ...entry.job, done };
          announce();
        }),
        entry.job.id,
      ),
  };
  entries.push(entry);
  // Once all that the screen asks for at one time is in line.
  queueMicrotask(() => {
    announce();
    advance();
  });
  return { end, stop: () => stop(entry) };
}

/** Starts what waits, the lightest first, as far as there are workers for it. */
export function advance(): void {
  const waiting = entries.filter(({ seat }) => seat === null).sort((a, b) => a.weight - b.weight);
  for (const entry of waiting) {
    const seat = mayStart(entry) ? freeSeat(entry) : null;
    if (seat !== null) void occupy(seat, entry);
  }
}

/** Heavy work waits until all light work on its table is done and drawn, where that is soon: they would share cores with the page itself. */
function mayStart({ weight, tableKey }: Entry): boolean {
  if (weight === 0) return true;
  const drawn = performance.now() - lightEnded >= DRAWING;
  return (
    drawn && !entries.some(other => other.weight === 0 && other.tableKey === tableKey && !takesLonger(other))
  );
}

/** Whether work has been at it for longer than light work takes. */
const takesLonger = ({ began }: Entry): boolean => began !== null && performance.now() - began >= LIGHT;

async function occupy(seat: Seat, entry: Entry): Promise<void> {
  seat.at = entry;
  if (entry.restsOn !== null) seat.restsOn = entry.restsOn;
  entry.seat = seat;
  entry.began = performance.now();
  if (entry.weight === 0) setTimeout(advance, LIGHT);
  const crash = new Promise<JobEnd<unknown>>(resolve => {
    seat.worker.onerror = () => resolve({ problem: CRASHED });
  });
  const late = tooLate(entry.job.size);
  const end = await Promise.race([
    entry.start(seat).catch((thrown: unknown) => ({ problem: problemData(thrown) })),
    crash,
    late.end,
  ]);
  late.cancel();
  // Its worker was ended from outside, and the work is in line again.
  if (entry.seat !== seat) return;
  // A worker that broke off is not trusted with more work.
  if ('problem' in end && (end.problem === CRASHED || end.problem === TOO_LONG)) dismiss(seat);
  seat.at = null;
  leave(entry, end);
  advance();
}

function stop(entry: Entry): void {
  if (!entries.includes(entry)) return;
  if (entry.seat !== null) breakOff(entry.seat, entry);
  leave(entry, 'stopped');
  advance();
}

/** Has a worker end what it is at. One that does so by itself is kept, with the tables and the code it has ready. */
function breakOff(seat: Seat, entry: Entry): void {
  if (!entry.heeds || (seat.toStop === null && !entry.shows)) return dismiss(seat);
  if (seat.toStop === null) void seat.remote.stop(entry.job.id);
  else Atomics.store(seat.toStop, 0, entry.job.id);
  setTimeout(
    () => {
      if (seat.at !== entry) return;
      dismiss(seat);
      advance();
    },
    entry.shows ? KEEP_AND_BREAK_OFF : BREAK_OFF,
  );
}

function dismiss(seat: Seat): void {
  seat.unwatch();
  seat.worker.terminate();
  const index = seats.indexOf(seat);
  if (index >= 0) seats.splice(index, 1);
}

function leave(entry: Entry, end: JobEnd<unknown> | 'stopped'): void {
  const index = entries.indexOf(entry);
  if (index < 0) return;
  entries.splice(index, 1);
  if (entry.weight === 0) {
    lightEnded = performance.now();
    setTimeout(advance, DRAWING);
  }
  entry.settle(end);
  announce();
}

/**
 * A seat for work that waits, or null. Light work that rests on the same treatment goes to one seat, where it is at
 * hand, one after the other. The longest leaves the first seat to others, and may be stopped with its seat.
 */
function freeSeat({ tableKey, restsOn, weight }: Entry): Seat | null {
  const knowing = seats.find(seat => restsOn !== null && seat.restsOn === restsOn);
  if (knowing !== undefined && weight === 0) return knowing.at === null ? knowing : null;
  const free = seats.filter((seat, index) => seat.at === null && (index > 0 || weight < WEIGHTS.long));
  return (
    free.find(seat => tableKey !== null && seat.tables.has(tableKey)) ??
    free[0] ??
    (seats.length < SIZE ? newSeat() : null)
  );
}

function newSeat(): Seat {
  const worker = new Worker(new URL('./compute.worker.ts', import.meta.url), {
    type: 'module',
    name: 'wold-compute',
  });
  const remote = wrap<ComputeWorker>(worker);
  const toStop = globalThis.crossOriginIsolated ? new Int32Array(new SharedArrayBuffer(4)) : null;
  const token = accessToken();
  if (token !== null) void remote.bring(token);
  if (toStop !== null) void remote.heed(toStop.buffer as SharedArrayBuffer);
  const seat: Seat = {
    worker,
    remote,
    tables: new Set(),
    toStop,
    restsOn: null,
    at: null,
    unwatch: watch(remote, () => lost(seat)),
  };
  seats.push(seat);
  return seat;
}

/** Work that lost its worker so often is given up: it may be what ends them. */
const MOST_LOST = 2;

/** A worker was ended by something else: another takes its place, and its work. */
function lost(seat: Seat): void {
  const entry = seat.at;
  dismiss(seat);
  seat.at = null;
  if (entry !== null && entries.includes(entry)) {
    entry.seat = null;
    entry.began = null;
    if (++entry.lost > MOST_LOST) leave(entry, { problem: CRASHED });
  }
  advance();
}

function announce(): void {
  shown = entries.map(({ job }) => job);
  for (const listener of listeners) listener();
}
