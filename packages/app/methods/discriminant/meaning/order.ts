import type { Matrix } from '@wold/core/algebra/matrix';

/** A structure in which a measure that does not vary within the groups goes with nothing. */
export const withoutGaps = (structure: Matrix): Matrix => ({
  ...structure,
  values: structure.values.map(value => (Number.isNaN(value) ? 0 : value)),
});
