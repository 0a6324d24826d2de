/** What is told how much of some work is done, from 0 to 1. */
export interface Telling {
  readonly progress: (done: number) => void;
}
