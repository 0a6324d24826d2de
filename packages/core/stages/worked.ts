import type { Bench } from './bench';
import type { Course } from './course';
import type { AnyStage, Stage } from './stage';

/** The work of a stage: a function of what is asked, or a course. */
export type Work<Ask, Out> =
  | ((ask: Ask, bench: Bench) => Out | Promise<Out>)
  // Its state is its own affair.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  | Course<Ask, Out, any>;

/** A stage with its work. */
export interface Worked {
  readonly stage: AnyStage;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- of every kind
  readonly work: Work<any, any>;
}

export function worked<Ask extends object, Out>(stage: Stage<Ask, Out>, work: Work<Ask, Out>): Worked {
  return { stage, work };
}
