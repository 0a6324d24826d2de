import type { ComponentType } from 'react';
import type { Reduction } from '@wold/core/recipe/schema';
import type { Answer } from './answer';

/** What a question puts on the screen. Questions of the study do not look at the reduction they are given. */
export interface ReadingParts {
  /** What the words of its sentence settle that are always there. */
  readonly words: readonly string[];
  readonly Brief: ComponentType<{ reduction: Reduction }>;
  readonly Reading: ComponentType<{ reduction: Reduction }>;
  /** What stands in the lens above the selection. */
  readonly Aside: ComponentType<{ reduction: Reduction }> | null;
}

/** The answer of a question in the rail; a hook. */
export type UseAnswer = (reduction: Reduction) => Answer;
