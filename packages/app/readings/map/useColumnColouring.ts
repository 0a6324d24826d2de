import { useCallback, useMemo } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction } from '@wold/core/recipe/schema';
import type { Column } from '@wold/core/table/column';
import { guessType, type ColumnType } from '@wold/core/table/columnType';
import { findColumn } from '@wold/core/table/table';
import { useAccount } from '../../results/stages';
import { useAppSelector } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useRecipe } from '../../store/useStudy';
import { useMode } from '../../theme/ThemeMode';
import type { Mode, Tokens } from '../../theme/tokens';
import { colouring, type Colouring } from './colouring';
import { rowsOn } from './points';

/** How rows are coloured in a theme. */
export type ColouringIn = (placement: Placement, mode: Mode, tokens: Tokens) => Colouring;

/** How a column of the table colours the rows of a reduction now, whatever figure does so on the map in hand. */
export function useColumnColouring(reduction: Reduction, placement: Placement): Colouring {
  const { mode, tokens } = useMode();
  const colouringIn = useColumnColouringIn(reduction);
  return useMemo(() => colouringIn(placement, mode, tokens), [colouringIn, placement, mode, tokens]);
}

/** The same in any theme. */
export function useColumnColouringIn(reduction: Reduction): ColouringIn {
  const table = useTable();
  const name = reduction.map.colour;
  const described = useRecipe().columns.find(column => column.name === name);
  const colours = described?.colours;
  const type = described?.type;
  const over = useStudyRows(reduction);
  const isolated = useAppSelector(state => state.study.isolated);
  return useCallback(
    (placement, mode, tokens) => {
      const column = name === null ? null : (findColumn(table, name) ?? null);
      const order = orderOf(column, type);
      const used = placement.rows.length;
      const way = { colours, apart: isolated, order, over, used };
      return colouring(column, rowsOn(placement), mode, tokens, way);
    },
    [table, name, colours, isolated, type, over],
  );
}

/** All rows that the study uses or places, where a reduction takes in some of them; null where it takes in all. */
function useStudyRows(reduction: Reduction): Uint32Array | null {
  const { value } = useAccount();
  const some = reduction.only.length > 0;
  return useMemo(
    () => (some && value !== null ? Uint32Array.from([...value.rows, ...value.placedRows]) : null),
    [some, value],
  );
}

/** Whether levels stand in an order, as dates or otherwise: as the analyst says, or as they read. */
export function orderOf(column: Column | null, type: ColumnType | undefined): 'ordered' | 'date' | null {
  if (column?.kind !== 'levels') return null;
  const known = type ?? guessType(column, column.codes.length).type;
  return known === 'ordered' || known === 'date' ? known : null;
}
