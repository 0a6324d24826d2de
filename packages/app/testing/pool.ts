import { stamps } from '@wold/core/demo/stamps';
import { problemData } from '@wold/core/problem';
import { compute } from '@wold/core/recipe/compute';
import { figuresOf, writeFigures } from '@wold/core/recipe/figures';
import type { Recipe } from '@wold/core/recipe/schema';
import type { Request } from '@wold/core/recipe/stages';
import { bytesSource } from '@wold/core/table/fileSource';
import { readTable as read } from '@wold/core/table/readTable';
import type { Table } from '@wold/core/table/table';
import { quietHost } from '@wold/core/host';

/** In place of the pool of workers: the same work, done at once by the test itself. */
const ticketOf = <T>(work: Promise<T>) => ({
  end: work.then(
    value => ({ value }),
    (thrown: unknown) => ({ problem: problemData(thrown) }),
  ),
  stop: () => undefined,
});

export const computeOn = (table: Table, request: Request) => ticketOf(compute(table, request));
export const makeStamps = () => ticketOf(Promise.resolve(new Blob([stamps(200, 8).csv])));
export const figuresOn = (table: Table, recipe: Recipe) =>
  ticketOf(figuresOf(table, recipe).then(writeFigures));
export const readTable = (file: Blob, name: string) =>
  ticketOf(
    bytesOf(file)
      .then(bytes => read(bytesSource(bytes), name, quietHost))
      .then(table => ({ table, notKept: null })),
  );
/** A made-up browser's files know of no promises. */
function bytesOf(file: Blob): Promise<Uint8Array<ArrayBuffer>> {
  return new Promise(resolve => {
    const reader = new FileReader();
    reader.onload = () => resolve(new Uint8Array(reader.result as ArrayBuffer));
    reader.readAsArrayBuffer(file);
  });
}

export const loadTable = () => ticketOf(Promise.resolve(undefined));
const jobs: readonly never[] = [];
export const currentJobs = () => jobs;
export const onJobs = () => () => undefined;
export const advance = (): void => undefined;
export const warmUp = (): void => undefined;
export const stopJob = (): void => undefined;
