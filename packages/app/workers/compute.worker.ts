import { expose, transfer } from 'comlink';
import { problemData, type ProblemData } from '@wold/core/problem';
import { figuresOf, writeFigures } from '@wold/core/recipe/figures';
import { rehearsal } from '@wold/core/recipe/rehearsal';
import { compute, shareSimulations, type Memo, type Request, type Results } from '@wold/core/recipe/run';
import type { Recipe } from '@wold/core/recipe/schema';
import { arrangeWithScores } from '@wold/core/recipe/scoreColumns';
import { blobSource } from '@wold/core/table/fileSource';
import { readTable } from '@wold/core/table/readTable';
import type { ReadingChoices, Table } from '@wold/core/table/table';
import { getTable, putTable } from '../storage/tables';
import { elsewhere } from './elsewhere';

/** What a job comes to: a value, or a problem as plain data. */
export type Outcome<T> = { readonly value: T } | { readonly problem: ProblemData };

const TABLES_KEPT = 4;
const RESULTS_KEPT = 24;
const PROGRESS_EVERY = 120;
/** In milliseconds: the page has the cores to itself while it is opened, and between the steps of the rehearsal. */
const BEFORE_REHEARSAL = 300;
const BETWEEN_STEPS = 5;

const tables = new Map<string, Table>();
const results = new Map<string, unknown>();
const memo: Memo = {
  get: key => results.get(key),
  set: (key, result) => keep(results, key, result, RESULTS_KEPT),
};

/** What is known of a table that a file was read into. */
export interface ReadTable {
  readonly table: Table;
  /** Why it could not be kept in the browser; null where it is. */
  readonly notKept: string | null;
}

/** Jobs that are not done. */
let underWay = 0;

/** Where the page writes the number of the job that is to stop; null where memory cannot be shared. */
let toStop: Int32Array | null = null;

const worker = {
  /** Takes the memory that the page writes the number of a job to stop into. */
  heed(memory: SharedArrayBuffer): void {
    toStop = new Int32Array(memory);
  },

  /** Gives the worker a table that the browser could not keep. */
  adopt(table: Table): void {
    keep(tables, table.key, table, TABLES_KEPT);
  },

  /** Reads a file into a table, keeps it in the browser where that is wanted, and hands it over whole. */
  async read(
    file: Blob,
    name: string,
    choices: ReadingChoices,
    keeping: boolean,
    progress: (done: number) => void,
  ): Promise<Outcome<ReadTable>> {
    const host = { progress: seldom(progress), elsewhere };
    const result = await outcome(() => readTable(blobSource(file), name, host, choices));
    if ('problem' in result) return result;
    const table = result.value;
    const notKept = keeping ? await keepTable(table) : null;
    return transfer({ value: { table, notKept } }, buffersOf(table));
  },

  /** A table kept in the browser, or undefined. */
  async load(key: string): Promise<Outcome<Table | undefined>> {
    return outcome(async () => {
      const table = await getTable(key);
      return table === undefined ? undefined : transfer(table, buffersOf(table));
    });
  },

  /** Computes a result on a table; nothing where the table is neither kept nor adopted. */
  async compute(
    table: { readonly key: string; readonly arranged: Table['arranged'] },
    request: Request,
    job: number,
    progress: (done: number) => void,
  ): Promise<Outcome<Results[keyof Results]> | null> {
    const known = await tableAtHand(table);
    if (known === undefined) return null;
    return outcome(async () => {
      const host = { progress: stoppable(job, seldom(progress)), elsewhere };
      if (request.stage === 'retention') await shareSimulations(known, request, host, memo);
      return compute(known, request, host, memo);
    });
  },

  /** Every figure of a study, as the text of a file; nothing where the table is neither kept nor adopted. */
  async figures(
    table: { readonly key: string; readonly arranged: Table['arranged'] },
    recipe: Recipe,
    job: number,
    progress: (done: number) => void,
  ): Promise<Outcome<string> | null> {
    const known = await tableAtHand(table);
    if (known === undefined) return null;
    const host = { progress: stoppable(job, seldom(progress)), elsewhere };
    return outcome(() => writeFigures(figuresOf(known, recipe, host, memo)));
  },
};

/** The table, arranged anew from one at hand or from one kept in the browser where need be. */
async function tableAtHand({ key, arranged }: Pick<Table, 'key' | 'arranged'>): Promise<Table | undefined> {
  const known = tables.get(key);
  if (known !== undefined) return known;
  const sourceKey = arranged?.of ?? key;
  const source = tables.get(sourceKey) ?? (await getTable(sourceKey).catch(() => undefined));
  if (source === undefined) return undefined;
  keep(tables, sourceKey, source, TABLES_KEPT);
  if (arranged === null) return source;
  const table = arrangeWithScores(source, arranged.by, memo);
  keep(tables, key, table, TABLES_KEPT);
  return table;
}

async function keepTable(table: Table): Promise<string | null> {
  try {
    await putTable(table);
    return null;
  } catch (error) {
    return (error as Error).message || String(error);
  }
}

export type ComputeWorker = typeof worker;

expose(worker);
void rehearse();

/** Makes the code ready that is asked for most, while there is nothing else to do. */
async function rehearse(): Promise<void> {
  await pause(BEFORE_REHEARSAL);
  for (const _ of rehearsal()) {
    do await pause(BETWEEN_STEPS);
    while (underWay > 0);
  }
}

function pause(milliseconds: number): Promise<void> {
  return new Promise(resolve => setTimeout(resolve, milliseconds));
}

async function outcome<T>(work: () => T | Promise<T>): Promise<Outcome<T>> {
  underWay++;
  try {
    return { value: await work() };
  } catch (thrown) {
    return { problem: problemData(thrown) };
  } finally {
    underWay--;
  }
}

/** Keeps the newest entries of a map. */
function keep<T>(map: Map<string, T>, key: string, value: T, most: number): void {
  map.delete(key);
  map.set(key, value);
  for (const oldest of map.keys()) {
    if (map.size <= most) break;
    map.delete(oldest);
  }
}

function buffersOf(table: Table): ArrayBuffer[] {
  const arrays = table.columns.flatMap(column => [
    column.kind === 'number' ? column.values : column.codes,
    column.missing,
    column.exceptions?.rows,
  ]);
  return [...new Set(arrays.flatMap(array => (array ? [array.buffer as ArrayBuffer] : [])))];
}

/** Breaks off, at the next sign of progress, the job that is to stop. */
function stoppable(job: number, progress: (done: number) => void): (done: number) => void {
  return done => {
    if (toStop !== null && Atomics.load(toStop, 0) === job) throw new Error('stopped');
    progress(done);
  };
}

function seldom(progress: (done: number) => void): (done: number) => void {
  let last = 0;
  return done => {
    const now = performance.now();
    if (now - last < PROGRESS_EVERY) return;
    last = now;
    progress(done);
  };
}
