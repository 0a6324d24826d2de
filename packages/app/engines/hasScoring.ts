import { methodNamed } from '@wold/core/methods/all';
import type { Reduction } from '@wold/core/recipe/schema';

/** Whether rows are placed by sums of their measures, which an engine can work out. */
export const hasScoring = ({ settings }: Reduction): boolean =>
  methodNamed(settings.method).scoring !== undefined;
