import { useMemo } from 'react';
import type { Reduction } from '@wold/core/recipe/schema';
import { isMissing } from '@wold/core/table/column';
import { findColumn } from '@wold/core/table/table';
import { useTable } from '../../store/TableContext';
import { labelStyle } from '../../theme/labelStyle';
import type { Shaping } from './pointsDrawn';

/** Shapes that can be told apart; levels beyond them share the last with rows that have none. */
export const MOST_SHAPES = 10;

/** The shapes that a label of its own gives to rows; null where they come with the colours. */
export function useShaping({ map }: Reduction): Shaping | null {
  const table = useTable();
  return useMemo(() => {
    const column = map.shapeBy === null ? undefined : findColumn(table, map.shapeBy);
    if (column?.kind !== 'levels') return null;
    const named = column.levels.slice(0, MOST_SHAPES - 1);
    const rest = column.levels.length > named.length || column.missing !== null;
    const shapes = named.map((name, code) => {
      const { symbol, weight } = labelStyle(code, 'light');
      return { name, symbol, weight };
    });
    const last = labelStyle(MOST_SHAPES - 1, 'light');
    const others = { name: 'other, or none', symbol: last.symbol, weight: last.weight };
    return {
      shapes: rest ? [...shapes, others] : shapes,
      shapeOf: row => (isMissing(column, row) ? named.length : Math.min(column.codes[row]!, named.length)),
    };
  }, [table, map.shapeBy]);
}
