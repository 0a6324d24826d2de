import { useMemo } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction } from '@wold/core/recipe/schema';
import { findColumn } from '@wold/core/table/table';
import { useTable } from '../../store/TableContext';
import { useRecipe } from '../../store/useStudy';
import { useMode } from '../../theme/ThemeMode';
import { colouring, type Colouring } from './colouring';

/** How the rows of a reduction are coloured now. */
export function useColouring(reduction: Reduction, placement: Placement): Colouring {
  const table = useTable();
  const { mode, tokens } = useMode();
  const name = reduction.map.colour;
  const { rows } = placement;
  const colours = useRecipe().columns.find(column => column.name === name)?.colours;
  return useMemo(() => {
    const column = name === null ? null : (findColumn(table, name) ?? null);
    return colouring(column, rows, mode, tokens, colours);
  }, [table, name, rows, mode, tokens, colours]);
}
