import type { ReductionBy } from '@wold/core/recipe/schema';

/** A reduction of which measures have loadings. */
export type LoadedReduction = ReductionBy<'components' | 'factors'>;
