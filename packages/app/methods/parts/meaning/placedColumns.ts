import { useMemo } from 'react';
import type { LoadedReduction } from '../loadedReduction';
import { useScoreRelations } from '../../../results/stages';

/** A column that is placed on the dimensions, not used for them. */
export interface PlacedColumn {
  readonly column: string;
  /** With the scores of each dimension; NaN where it does not vary. */
  readonly correlations: Float64Array;
}

/** The placed columns of a reduction, once they are held against its scores. */
export function usePlacedColumns(reduction: LoadedReduction): readonly PlacedColumn[] {
  const { value } = useScoreRelations(reduction);
  return useMemo(
    () =>
      reduction.settings.placed.flatMap(column => {
        const relation = value?.find(other => other.column === column);
        return relation?.kind === 'number' ? [{ column, correlations: relation.correlations }] : [];
      }),
    [value, reduction.settings.placed],
  );
}
