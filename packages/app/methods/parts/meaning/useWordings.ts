import { useCallback, useMemo } from 'react';
import { useRecipe } from '../../../store/useStudy';

/** The wording of each measure, '' where it has none. */
export function useWordings(): (measure: string) => string {
  const { columns } = useRecipe();
  const wordings = useMemo(
    () => new Map(columns.map(({ name, wording = '' }) => [name, wording])),
    [columns],
  );
  return useCallback(measure => wordings.get(measure) ?? '', [wordings]);
}
