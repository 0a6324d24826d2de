import { useCallback, useMemo } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction } from '@wold/core/recipe/schema';
import { screensOf } from '../../methods/screens';
import { useMode } from '../../theme/ThemeMode';
import { figureColouring, type Colouring } from './colouring';
import { useColumnColouringIn, type ColouringIn } from './useColumnColouring';

/** How the rows of a reduction are coloured now. */
export function useColouring(reduction: Reduction, placement: Placement): Colouring {
  const { mode, tokens } = useMode();
  const colouringIn = useColouringIn(reduction);
  return useMemo(() => colouringIn(placement, mode, tokens), [colouringIn, placement, mode, tokens]);
}

/** The same in any theme. */
export function useColouringIn(reduction: Reduction): ColouringIn {
  const byColumn = useColumnColouringIn(reduction);
  const figure = useFigures(reduction);
  return useCallback(
    (placement, mode, tokens) =>
      figure === null
        ? byColumn(placement, mode, tokens)
        : figureColouring(figure, placement.rows, mode, tokens),
    [figure, byColumn],
  );
}

const noFigures = (): null => null;

/** The figure of each row that colours the map in the column’s stead; null where none does, or it is not there yet. */
function useFigures(reduction: Reduction): Float32Array | null {
  const { figures, useRowFigures = noFigures } = screensOf(reduction.settings.method).map;
  const { figure } = reduction.map;
  // What shows a reduction is made anew for another method, and so keeps to one hook.
  return useRowFigures(reduction, figures?.some(({ name }) => name === figure) === true ? figure : null);
}
