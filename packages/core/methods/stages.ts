import { stage } from '../stages/stage';
import { methodNamed, type MethodName } from './all';
import type { Placement } from './placement';

/** A method and what it is asked. */
export interface Asked {
  readonly method: MethodName;
  readonly ask: object;
  /** How rows that are only placed come onto it, where the method knows several ways. */
  readonly placing?: string | undefined;
}

/** What rests on where a reduction, by whichever method, places the rows. */
export interface OfPlacement {
  readonly reduced: Asked;
}

export const placement = stage<OfPlacement, Placement>('placement', 1, 'heavy', ({ reduced }) => {
  const { stage: own, placing } = methodNamed(reduced.method);
  return placing === undefined ? [own] : [own, placing.stage];
});
