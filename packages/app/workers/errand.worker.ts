import { errandNamed } from '@wold/core/recipe/errands';
import { expose } from 'comlink';

/** Does errands for another worker's work. */
const worker = {
  run: (name: string, input: never): unknown => errandNamed(name).run(input),
};

export type ErrandWorker = typeof worker;

expose(worker);
