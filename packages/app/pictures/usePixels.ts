import { useMemo } from 'react';
import { isMissing, numberAt, type NumberColumn } from '@wold/core/table/column';
import { pixelsOf } from '@wold/core/table/pixels';
import { findColumn, type Table } from '@wold/core/table/table';
import type { Recipe } from '@wold/core/recipe/schema';
import { useTable } from '../store/TableContext';
import { useRecipe } from '../store/useStudy';

/** Rows as pictures. */
export interface RowPictures {
  readonly wide: number;
  readonly high: number;
  /** Names of the columns, line by line. */
  readonly columns: readonly string[];
  /** The least and the largest entry of all pixels, between which shades run. */
  readonly least: number;
  readonly most: number;
  /** A row's entries, line by line; NaN where one is missing. */
  readonly of: (row: number) => Float64Array;
  /** Their means over some rows. */
  readonly meanOf: (rows: ArrayLike<number>) => Float64Array;
}

/** The rows as pictures, where the study has them so; null where it does not. */
export function usePixels(): RowPictures | null {
  const table = useTable();
  const recipe = useRecipe();
  const { pictures, columns } = recipe;
  return useMemo(() => (pictures ? picturesOf(table, columns) : null), [table, pictures, columns]);
}

function picturesOf(table: Table, columns: Recipe['columns']): RowPictures | null {
  const pixels = pixelsOf(columns.filter(({ role }) => role === 'measure').map(({ name }) => name));
  const found = pixels?.columns.map(name => findColumn(table, name));
  if (
    pixels === null ||
    found?.every((column): column is NumberColumn => column?.kind === 'number') !== true
  ) {
    return null;
  }
  const numbers = found as NumberColumn[];
  let [least, most] = [Infinity, -Infinity];
  for (const { values, missing } of numbers) {
    for (let row = 0; row < values.length; row++) {
      if (missing?.[row] === 1) continue;
      if (values[row]! < least) least = values[row]!;
      if (values[row]! > most) most = values[row]!;
    }
  }
  return {
    ...pixels,
    least,
    most,
    of: row => Float64Array.from(numbers, column => numberAt(column, row)),
    meanOf: rows =>
      Float64Array.from(numbers, column => {
        let [sum, count] = [0, 0];
        for (let k = 0; k < rows.length; k++) {
          if (isMissing(column, rows[k]!)) continue;
          sum += column.values[rows[k]!]!;
          count++;
        }
        return sum / count;
      }),
  };
}
