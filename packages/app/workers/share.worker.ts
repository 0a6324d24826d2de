import { shareNamed } from '@wold/core/recipe/shares';
import { expose } from 'comlink';

/** Does shares of another worker's work. */
const worker = {
  run: (name: string, input: never): unknown => shareNamed(name).run(input),
};

export type ShareWorker = typeof worker;

expose(worker);
