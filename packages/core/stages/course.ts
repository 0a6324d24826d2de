import type { Bench } from './bench';
import type { Steps } from './steps';

/**
 * Long work that is seen while it runs, stopped, and taken up again. Its state, that of its random numbers too, is plain
 * data; it counts iterations, never time, so that taking up again changes no digit.
 */
export interface Course<Ask, Out, State> {
  /** Finds what all steps rest on, which no state holds. */
  readonly begin: (ask: Ask, bench: Bench) => Steps<Out, State> | Promise<Steps<Out, State>>;
}

/** A course's steps from a state to its end, telling how far it is. */
export function toEnd<Out, State>(
  { start, step, done }: Steps<Out, State>,
  progress: (done: number) => void,
): State {
  let state = start();
  for (let share = done(state); share < 1; share = done(state)) {
    progress(share);
    state = step(state);
  }
  return state;
}
