import type { Bench } from './bench';
import type { Steps } from './steps';

/**
 * Long work that is seen while it runs, stopped, and taken up again. Its state, that of its random numbers too, is plain
 * data; it counts iterations, never time, so that taking up again changes no digit.
 */
export interface Course<Ask, Out, State> extends Steps<Out, State> {
  readonly start: (ask: Ask, bench: Bench) => State | Promise<State>;
}

/** A course's steps from a state to its end, telling how far it is. */
export async function toEnd<Out, State>(
  { step, done }: Steps<Out, State>,
  start: () => State | Promise<State>,
  progress: (done: number) => void,
): Promise<State> {
  let state: State = await start();
  for (let share = done(state); share < 1; share = done(state)) {
    progress(share);
    state = step(state);
  }
  return state;
}
