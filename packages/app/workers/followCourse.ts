import type { Host } from '@wold/core/host';
import { forgetCourse, keepCourse, loadCourse } from '../storage/courses';

/** In milliseconds: between pictures of work under way, after each of which messages are let in. */
const SHOW_EVERY = 100;
/** In milliseconds: between states kept in the browser. */
const KEEP_EVERY = 3000;

/** What a course under way tells and heeds. */
export interface Following {
  readonly show: (result: unknown, done: number) => void;
  readonly isToStop: () => boolean;
}

/**
 * Takes long work to its end from where its kept state stands: shows it ten times a second, keeps its state every few
 * seconds and when it is to stop.
 *
 * @throws Error “stopped” once its state is kept
 */
export function followCourse({ show, isToStop }: Following): NonNullable<Host['follow']> {
  return async (steps, key, tell) => {
    const kept = await loadCourse(key);
    type State = ReturnType<typeof steps.step>;
    // One that stands further on than is asked for does not go back.
    const isOfUse = kept !== undefined && steps.done(kept.state as State) <= 1;
    let state: State = isOfUse ? (kept.state as State) : steps.start();
    let [shown, keptAt] = [-Infinity, performance.now()];
    const keep = (): Promise<void> =>
      keepCourse({ key, state, shown: steps.show(state), done: steps.done(state) });
    for (let done = steps.done(state); done < 1; done = steps.done(state)) {
      const now = performance.now();
      if (now - shown >= SHOW_EVERY) {
        shown = now;
        if (tell === undefined) show(steps.show(state), done);
        else tell(done);
        await messagesIn();
        if (isToStop()) {
          await keep();
          throw new Error('stopped');
        }
        if (now - keptAt >= KEEP_EVERY) {
          keptAt = now;
          await keep();
        }
      }
      state = steps.step(state);
    }
    if (steps.goesOn === true) await keep();
    else await forgetCourse(key);
    return state;
  };
}

/** Lets what was sent to this worker arrive. */
const messagesIn = (): Promise<void> => new Promise(resolve => setTimeout(resolve, 0));
