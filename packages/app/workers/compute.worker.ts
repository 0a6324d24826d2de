import './trusted';
import './sealed';
import { expose, transfer } from 'comlink';
import type { Host } from '@wold/core/host';
import { problemData, type ProblemData } from '@wold/core/problem';
import { compute } from '@wold/core/recipe/compute';
import { figuresOf, writeFigures } from '@wold/core/recipe/figures';
import { reportOf } from '@wold/core/report/gather';
import type { Report } from '@wold/core/report/report';
import { rehearsal } from '@wold/core/recipe/rehearsal';
import type { Components } from '@wold/core/methods/components/components';
import { componentsPlacement } from '@wold/core/methods/components/placement';
import { namesOn } from '@wold/core/methods/names';
import type { DoneScene } from '@wold/core/recipe/doneScene';
import { preparationFor, reductionRequest } from '@wold/core/recipe/requests';
import type { Recipe, Reduction } from '@wold/core/recipe/schema';
import type { Request, Results } from '@wold/core/recipe/stages';
import { memoOf } from '@wold/core/stages/memo';
import { blobSource } from '@wold/core/table/fileSource';
import { readTable, readWithNewRows } from '@wold/core/table/readTable';
import { sharedTable } from '@wold/core/table/sharedTable';
import type { ReadingChoices } from '@wold/core/table/readingChoices';
import type { Table } from '@wold/core/table/table';
import { bring } from '../engines/token';
import { engineWork } from '../engines/engineWork';
import { openDatabase } from '../storage/database';
import { getTable, putTable } from '../storage/tables';
import { elsewhere } from './elsewhere';
import { followCourse } from './followCourse';
import { helpers } from './helpers';
import { once } from './once';
import { haveTable, tableAtHand } from './workerTables';

/** What a job comes to: a value, or a problem as plain data. */
export type JobEnd<T> = { readonly value: T } | { readonly problem: ProblemData };

/** Bytes of results that are held to build others on. */
const MEMO_BYTES = 900e6;
const PROGRESS_EVERY = 120;
/** In milliseconds: the page has the cores to itself while it is opened, and between the steps of the rehearsal. */
const BEFORE_REHEARSAL = 300;
const BETWEEN_STEPS = 5;

const memo = memoOf(MEMO_BYTES);

/** A second file, whose rows are only placed. */
export interface NewRowsBlob {
  readonly content: Blob;
  readonly name: string;
}

/** What is known of a table that a file was read into. */
export interface ReadTable {
  readonly table: Table;
  /** Why it could not be kept in the browser; null where it is. */
  readonly notKept: unknown;
}

/** A table as a worker is told of it. */
export type TableName = Pick<Table, 'key' | 'arranged'>;

/** How a job tells of itself. */
type Progress = (done: number) => void;
type Show = (result: unknown, done: number) => void;

/** Jobs that are not done. */
let underWay = 0;

/** Where the page writes the number of the job that is to stop; null where memory cannot be shared. */
let toStop: Int32Array | null = null;
/** The same by message, which a course lets in. */
let stopped = 0;

// Where storage is refused to workers too, memory stands in.
void openDatabase();

// Told of in the console, where tests look.
self.addEventListener('unhandledrejection', ({ reason }) => console.error('unhandled in a worker:', reason));

const worker = {
  /** Takes the memory that the page writes the number of a job to stop into. */
  heed(memory: SharedArrayBuffer): void {
    toStop = new Int32Array(memory);
  },

  /** Has requests to the server bring a token. */
  bring(token: string): void {
    bring(token);
  },

  /** Holds a lock for as long as the worker lives; resolves when it has it. */
  hold(name: string): Promise<void> {
    return new Promise(held => {
      void navigator.locks.request(name, () => {
        held();
        return new Promise<void>(() => undefined);
      });
    });
  },

  /** Has a course that is under way stop at its next pause. */
  stop(job: number): void {
    stopped = job;
  },

  /** Gives the worker a table: one that the browser could not keep, or one in memory that both share. */
  adopt(table: Table): void {
    haveTable(table);
  },

  /** Reads a file into a table, keeps it in the browser where that is wanted, and hands it over whole. */
  async read(
    file: Blob,
    name: string,
    choices: ReadingChoices,
    keeping: boolean,
    newRows: NewRowsBlob | null,
    progress: Progress,
  ): Promise<JobEnd<ReadTable>> {
    const host = { progress: seldom(progress), elsewhere };
    const end = await endOf(() =>
      newRows === null
        ? readTable(blobSource(file), name, host, choices)
        : readWithNewRows(
            blobSource(file),
            name,
            { source: blobSource(newRows.content), name: newRows.name },
            host,
            choices,
          ),
    );
    if ('problem' in end) return end;
    const notKept = keeping ? await keepTable(end.value) : null;
    return handedOver(
      { table: end.value, notKept },
      ({ table }) => table,
      (read, table) => ({ ...read, table }),
    );
  },

  /** The demo's pictures of stamps. */
  stamps(): Promise<JobEnd<Blob>> {
    return endOf(async () => new Blob([(await import('@wold/core/demo/stamps')).stamps().csv]));
  },

  /** A table kept in the browser, or undefined. */
  async load(key: string): Promise<JobEnd<Table | undefined>> {
    const end = await endOf(() => getTable(key));
    if ('problem' in end || end.value === undefined) return end;
    return handedOver(
      end.value,
      table => table,
      (_, table) => table,
    );
  },

  /** Computes a result on a table; nothing where the table is neither kept nor adopted. */
  async compute(
    table: TableName,
    request: Request,
    job: number,
    progress: Progress,
    show: Show,
  ): Promise<JobEnd<Results[keyof Results]> | null> {
    const host = hostOf(job, progress, show);
    return endOrNone(table, host, known => compute(known, request, host, memo));
  },

  /** Components of every how many-th pixel as layers of all pixels of the scene's file; nothing where there is no such table. */
  async layers(
    table: TableName,
    recipe: Recipe,
    reduction: Reduction,
    file: Blob,
    job: number,
    progress: Progress,
  ): Promise<JobEnd<Blob> | null> {
    const host = hostOf(job, progress, () => undefined);
    return endOrNone(table, host, async known => {
      const { account, components, names } = await componentsOn(known, recipe, reduction, host);
      const { fullLayersFile } = await import('@wold/core/recipe/sceneFiles');
      const source = blobSource(file);
      return new Blob(
        await fullLayersFile(source, known, recipe, reduction, account, components, names, host),
      );
    });
  },

  /** Another scene by the recipe of a study; nothing where there is no such table. */
  async scene(
    table: TableName,
    recipe: Recipe,
    reduction: Reduction,
    { content, name }: NewRowsBlob,
    job: number,
    progress: Progress,
  ): Promise<JobEnd<DoneScene> | null> {
    const host = hostOf(job, progress, () => undefined);
    return endOrNone(table, host, async known => {
      const { account, components, names } = await componentsOn(known, recipe, reduction, host);
      const { doneScene } = await import('@wold/core/recipe/doneScene');
      const first = { account, components, names };
      return doneScene(blobSource(content), name, recipe, reduction, first, host);
    });
  },

  /** The report of a study as it grows; nothing where the table is neither kept nor adopted. */
  async report(
    table: TableName,
    recipe: Recipe,
    patient: boolean,
    job: number,
    progress: Progress,
  ): Promise<JobEnd<Report> | null> {
    const host = hostOf(job, progress, () => undefined);
    return endOrNone(table, host, async known => reportOf(known, recipe, host, memo, patient));
  },

  /** Every figure of a study, as the text of a file; nothing where the table is neither kept nor adopted. */
  async figures(
    table: TableName,
    recipe: Recipe,
    job: number,
    progress: Progress,
  ): Promise<JobEnd<string> | null> {
    const host = hostOf(job, progress, () => undefined);
    return endOrNone(table, host, async known => writeFigures(await figuresOf(known, recipe, host, memo)));
  },
};

export type ComputeWorker = typeof worker;

expose(worker);
void rehearse();

/** Components of a table, and what they were found from. */
async function componentsOn(table: Table, recipe: Recipe, reduction: Reduction, host: Host) {
  const preparation = preparationFor(recipe, reduction);
  const account = await compute(table, { stage: 'account', preparation }, host, memo);
  const request = reductionRequest(recipe, reduction);
  const components = (await compute(table, request, host, memo)) as unknown as Components;
  const { names } = namesOn(reduction.names, componentsPlacement(components).structure);
  return { account, components, names };
}

function hostOf(job: number, progress: Progress, show: Show): Host {
  const isToStop = (): boolean => stopped === job || (toStop !== null && Atomics.load(toStop, 0) === job);
  const told = seldom(progress);
  return {
    elsewhere,
    helpers,
    once,
    engines: engineWork,
    follow: followCourse({ show, isToStop }),
    progress: done => {
      if (isToStop()) throw new Error('stopped');
      told(done);
    },
  };
}

/** Does work on a table; null where there is no such table. */
async function endOrNone<T>(
  table: TableName,
  host: Host,
  work: (table: Table) => Promise<T>,
): Promise<JobEnd<T> | null> {
  const end = await endOf(async () => {
    const known = await tableAtHand(table, memo, host);
    return known === undefined ? null : { value: await work(known) };
  });
  return 'problem' in end ? end : end.value;
}

/** Makes the code ready that is asked for most, while there is nothing else to do. */
async function rehearse(): Promise<void> {
  await pause(BEFORE_REHEARSAL);
  for await (const _ of rehearsal()) {
    do await pause(BETWEEN_STEPS);
    while (underWay > 0);
  }
}

function pause(milliseconds: number): Promise<void> {
  return new Promise(resolve => setTimeout(resolve, milliseconds));
}

async function endOf<T>(work: () => T | Promise<T>): Promise<JobEnd<T>> {
  underWay++;
  try {
    return { value: await work() };
  } catch (thrown) {
    return { problem: problemData(thrown) };
  } finally {
    underWay--;
  }
}

async function keepTable(table: Table): Promise<unknown> {
  try {
    await putTable(table);
    return null;
  } catch (error) {
    // As plain data: an error that crosses from a worker loses the name that tells its cause.
    const { name, message } = error as Error;
    return { name, message };
  }
}

/** What holds a table, with that in memory that page and workers share; or transferred where there is none. */
function handedOver<T extends object>(
  value: T,
  tableOf: (value: T) => Table,
  withTable: (value: T, table: Table) => T,
): JobEnd<T> {
  const table = tableOf(value);
  if (!globalThis.crossOriginIsolated) return transfer({ value }, buffersOf(table));
  const shared = sharedTable(table);
  haveTable(shared);
  return { value: withTable(value, shared) };
}

function buffersOf(table: Table): ArrayBuffer[] {
  const arrays = table.columns.flatMap(column => [
    column.kind === 'number' ? column.values : column.codes,
    column.missing,
    column.exceptions?.rows,
  ]);
  return [...new Set(arrays.flatMap(array => (array ? [array.buffer as ArrayBuffer] : [])))];
}

function seldom(progress: Progress): Progress {
  let last = 0;
  return done => {
    const now = performance.now();
    if (now - last < PROGRESS_EVERY) return;
    last = now;
    progress(done);
  };
}
