import { stage } from '../stages/stage';
import { methodNamed, type MethodName } from './all';
import type { Placement } from './placement';

/** A method and what it is asked. */
export interface Asked {
  readonly method: MethodName;
  readonly ask: object;
}

/** What rests on where a reduction, by whichever method, places the rows. */
export interface OfPlacement {
  readonly reduced: Asked;
}

export const placement = stage<OfPlacement, Placement>('placement', 1, 'heavy', ({ reduced }) => [
  methodNamed(reduced.method).stage,
]);
