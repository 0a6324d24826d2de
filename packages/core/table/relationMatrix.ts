import { missingCount, numberAt, type Column, type LevelColumn, type NumberColumn } from './column';
import type { RelationMatrix } from './table';

/** Printed matrices are symmetric, and have ones on their diagonal, to the digits they are printed with. */
const PRINTED = 5e-4;

/**
 * Whether columns hold the correlations or covariances of one another: a column of names and, for each name, a column
 * of that name, in the same order, symmetric, with a positive diagonal. Null where they do not.
 */
export function findMatrix(columns: readonly Column[], rows: number): RelationMatrix | null {
  const [first, ...others] = columns;
  if (first?.kind !== 'levels' || rows < 2 || others.length !== rows) return null;
  const names = namesIn(first);
  const fits = (column: Column, j: number): column is NumberColumn =>
    column.kind === 'number' && column.name === names[j] && missingCount(column) === 0;
  if (!others.every(fits)) return null;
  return kindOf(others as NumberColumn[], names);
}

function namesIn(column: LevelColumn): string[] {
  return [...column.codes].map(code => column.levels[code]!);
}

function kindOf(columns: readonly NumberColumn[], names: readonly string[]): RelationMatrix | null {
  let unit = true;
  for (let j = 0; j < columns.length; j++) {
    const variance = numberAt(columns[j]!, j);
    if (!(variance > 0)) return null;
    if (Math.abs(variance - 1) > PRINTED) unit = false;
    for (let i = 0; i < j; i++) {
      const [above, below] = [numberAt(columns[j]!, i), numberAt(columns[i]!, j)];
      const bound = Math.sqrt(variance * numberAt(columns[i]!, i));
      if (Math.abs(above - below) > PRINTED * bound || Math.abs(above) > bound * (1 + PRINTED)) return null;
    }
  }
  return { kind: unit ? 'correlation' : 'covariance', names };
}
