import type { Limits } from '@wold/engines/asked';
import type { Source } from '@wold/engines/source';
import type { Guard } from './guard';

/** What is answered under /api, and to whom. */
export interface ApiOptions {
  readonly sources: readonly Source[];
  /** The same as they were given, for work in a thread of its own. */
  readonly given: readonly string[];
  readonly guard: Guard;
  readonly limits: Omit<Limits, 'signal'>;
  /** The built script of a thread that runs a recipe. */
  readonly thread: URL;
}
