import type { Reduction, ReductionBy } from '@wold/core/recipe/schema';

/** A reduction by components; null for one by another method. */
export const componentsOf = (reduction: Reduction): ReductionBy<'components'> | null =>
  reduction.settings.method === 'components' ? (reduction as ReductionBy<'components'>) : null;
