import { expose, transfer } from 'comlink';
import { problemData, type ProblemData } from '@wold/core/problem';
import { compute, type Request, type Results } from '@wold/core/recipe/run';
import { readTable } from '@wold/core/table/readTable';
import type { ReadingChoices, Table } from '@wold/core/table/table';

/** What a job comes to: a value, or a problem as plain data. */
export type Outcome<T> = { readonly value: T } | { readonly problem: ProblemData };

const TABLES_KEPT = 2;
const RESULTS_KEPT = 24;
const PROGRESS_EVERY = 80;

const tables = new Map<string, Table>();
const results = new Map<string, unknown>();

const worker = {
  /** Gives the worker a table to compute on. */
  adopt(table: Table): void {
    keep(tables, table.key, table, TABLES_KEPT);
  },

  /** Reads a file into a table, which is handed over whole. */
  async read(
    file: Blob,
    name: string,
    choices: ReadingChoices,
    progress: (done: number) => void,
  ): Promise<Outcome<Table>> {
    const source = {
      size: file.size,
      read: async (from: number, to: number) => new Uint8Array(await file.slice(from, to).arrayBuffer()),
    };
    const result = await outcome(() => readTable(source, name, { progress: seldom(progress) }, choices));
    return 'value' in result ? transfer(result, buffersOf(result.value)) : result;
  },

  /** Computes a result on a table that was adopted before. */
  async compute(
    tableKey: string,
    request: Request,
    progress: (done: number) => void,
  ): Promise<Outcome<Results[keyof Results]>> {
    return outcome(() => {
      const table = tables.get(tableKey);
      if (table === undefined) throw new Error(`the worker was not given table ${tableKey}`);
      const memo = {
        get: (key: string) => results.get(key),
        set: (key: string, result: unknown) => keep(results, key, result, RESULTS_KEPT),
      };
      return compute(table, request, { progress: seldom(progress) }, memo);
    });
  },
};

export type ComputeWorker = typeof worker;

expose(worker);

async function outcome<T>(work: () => T | Promise<T>): Promise<Outcome<T>> {
  try {
    return { value: await work() };
  } catch (thrown) {
    return { problem: problemData(thrown) };
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

function seldom(progress: (done: number) => void): (done: number) => void {
  let last = 0;
  return done => {
    const now = performance.now();
    if (now - last < PROGRESS_EVERY) return;
    last = now;
    progress(done);
  };
}
