import { useMemo } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction } from '@wold/core/recipe/schema';
import { findColumn } from '@wold/core/table/table';
import { useAppSelector } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useRecipe } from '../../store/useStudy';
import { useMode } from '../../theme/ThemeMode';
import { screensOf } from '../../methods/screens';
import { rowsOn } from './points';
import { colouring, figureColouring, type Colouring } from './colouring';

/** How the rows of a reduction are coloured now. */
export function useColouring(reduction: Reduction, placement: Placement): Colouring {
  const table = useTable();
  const { mode, tokens } = useMode();
  const name = reduction.map.colour;
  const { rows } = placement;
  const all = useMemo(() => rowsOn(placement), [placement]);
  const colours = useRecipe().columns.find(column => column.name === name)?.colours;
  const isolated = useAppSelector(state => state.study.isolated);
  const figure = useFigures(reduction);
  return useMemo(() => {
    if (figure !== null) return figureColouring(figure, rows, mode, tokens);
    const column = name === null ? null : (findColumn(table, name) ?? null);
    return colouring(column, all, mode, tokens, colours, isolated);
  }, [figure, table, name, rows, all, mode, tokens, colours, isolated]);
}

const noFigures = (): null => null;

/** The figure of each row that colours the map in the column’s stead; null where none does, or it is not there yet. */
function useFigures(reduction: Reduction): Float32Array | null {
  const { figures, useRowFigures = noFigures } = screensOf(reduction.settings.method).map;
  const { figure } = reduction.map;
  // What shows a reduction is made anew for another method, and so keeps to one hook.
  return useRowFigures(reduction, figures?.some(({ name }) => name === figure) === true ? figure : null);
}
