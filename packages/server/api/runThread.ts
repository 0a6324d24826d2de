import { parentPort, workerData } from 'node:worker_threads';
import { quietHost } from '@wold/core/host';
import { problemData, type ProblemData } from '@wold/core/problem';
import { runStudy } from '@wold/core/recipe/runStudy';
import { parseRecipe } from '@wold/core/recipe/schema';
import { bytesSource } from '@wold/core/table/fileSource';
import { readTable } from '@wold/core/table/readTable';
import { sceneOf } from '@wold/core/table/table';
import type { OutputFile } from '@wold/core/writeup/csv';
import type { Limits } from '@wold/engines/asked';
import { runSource } from '@wold/engines/runSource';

// A thread that runs one recipe on one table, and ends.

/** What is run. */
export interface RunAsk {
  /** JSON. */
  readonly recipe: string;
  readonly table:
    | { readonly name: string; readonly base64: string }
    | {
        readonly source: string;
        readonly table: string;
        readonly sample: number;
        readonly seed: number;
        readonly key: string | null;
      };
  readonly only: readonly string[] | undefined;
  /** As they were given at the start. */
  readonly sources: readonly string[];
  readonly limits: Omit<Limits, 'signal'>;
}

/** What it says: how far it is, and what came of it. */
export type RunSaid =
  | { readonly progress: number }
  | {
      readonly result: {
        readonly lines: readonly string[];
        /** Text as it is; of what is no text, its bytes. */
        readonly files: readonly {
          readonly name: string;
          readonly text?: string;
          readonly base64?: string;
        }[];
      };
    }
  | { readonly problem: ProblemData };

const say = (said: RunSaid): void => parentPort?.postMessage(said);
const stop = new AbortController();
parentPort?.once('message', () => stop.abort());

try {
  const { files, lines } = await run(workerData as RunAsk);
  say({ result: { lines, files: files.map(asSent) } });
} catch (thrown) {
  say({ problem: problemData(thrown) });
}
parentPort?.close();

function run({ recipe: text, table, only, sources, limits }: RunAsk) {
  const recipe = parseRecipe(text, 'recipe');
  const host = { ...quietHost, progress: (done: number) => say({ progress: done }) };
  if ('source' in table) {
    const { table: name, sample, seed, key } = table;
    return runSource(
      recipe,
      { sources, table: name, only, sample, seed, key, limits: { ...limits, signal: stop.signal } },
      host,
    );
  }
  const source = bytesSource(new Uint8Array(Buffer.from(table.base64, 'base64')));
  return readTable(source, table.name, host, recipe.reading).then(read =>
    runStudy(recipe, read, only, host, sceneOf(read) === null ? null : source),
  );
}

function asSent(file: OutputFile) {
  if ('text' in file) return { name: file.name, text: file.text };
  const parts = file.pieces.map(piece => Buffer.from(piece));
  return { name: file.name, base64: Buffer.concat(parts).toString('base64') };
}
