import type { ComponentType } from 'react';
import type { Reduction } from '@wold/core/recipe/schema';
import type { Answer } from './answer';

/** What a question puts on the screen. Questions of the study do not look at the reduction they are given. */
export interface ReadingParts<R extends Reduction = Reduction> {
  /** What the words of its sentence settle that are always there. */
  readonly words: readonly string[];
  readonly Brief: ComponentType<{ reduction: R }>;
  readonly Reading: ComponentType<{ reduction: R }>;
  /** What stands in the lens above the selection. */
  readonly Aside: ComponentType<{ reduction: R }> | null;
}

/** The answer of a question in the rail; a hook. */
export type UseAnswer<R extends Reduction = Reduction> = (reduction: R) => Answer;
