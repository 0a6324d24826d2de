import type { Helper } from '@wold/kernels/team';

/** Where lines go. */
export interface Output {
  readonly say: (line: string) => void;
  readonly warn: (line: string) => void;
  /** Threads that lend a hand. */
  readonly helpers?: readonly Helper[];
}
