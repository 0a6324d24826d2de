import { Problem } from '../problem';
import { isMissing, type NumberColumn } from '../table/column';
import { sortedOf } from '../table/order';
import { quantile } from '../table/quantile';

export const MISSING_RULES = ['leave-out-rows', 'mean', 'median', 'components', 'keep'] as const;
/** What is done about missing entries: their rows are left out, they are filled, or kept for methods that take them. */
export type MissingRule = (typeof MISSING_RULES)[number];

/** The numbers of a column in some rows, NaN where missing. */
export function valuesIn(column: NumberColumn, rows: Uint32Array): Float64Array {
  const { values, missing } = column;
  const result = new Float64Array(rows.length);
  // Rows ascend, so that as many as there are, are all.
  if (rows.length === values.length) result.set(values);
  else for (let i = 0; i < rows.length; i++) result[i] = values[rows[i]!]!;
  if (missing !== null) {
    for (let i = 0; i < rows.length; i++) if (missing[rows[i]!] === 1) result[i] = NaN;
  }
  return result;
}

/** Which of the columns have a larger share of missing entries than allowed, over all rows of the table. */
export function tooGappy(columns: readonly NumberColumn[], rows: number, most: number): NumberColumn[] {
  return columns.filter(({ missing }) => {
    if (missing === null) return false;
    let count = 0;
    for (const mark of missing) count += mark;
    return count > most * rows && count < rows;
  });
}

/** For each row of the table that lacks something, the names of what it lacks. */
export function gapsByRow(columns: readonly NumberColumn[], rows: number): Map<number, string[]> {
  const gappy = columns.filter(column => column.missing !== null);
  const gaps = new Map<number, string[]>();
  for (let row = 0; row < rows; row++) {
    const lacks = gappy.filter(column => isMissing(column, row)).map(column => column.name);
    if (lacks.length > 0) gaps.set(row, lacks);
  }
  return gaps;
}

/**
 * What missing entries (NaN) of a column are filled with.
 *
 * @throws Problem when the column has no entry to go by
 */
export function filling(values: Float64Array, rule: 'mean' | 'median', name: string): number {
  const present = values.filter(value => !Number.isNaN(value));
  if (present.length === 0) {
    throw new Problem(
      'every entry is missing in the rows used',
      'Set the column aside in Table.',
      `column “${name}”`,
    );
  }
  if (rule === 'median') return quantile(sortedOf(present), 0.5);
  // Measured from the first value, so that a large common offset costs no digits.
  const origin = present[0]!;
  return origin + present.reduce((sum, value) => sum + (value - origin), 0) / present.length;
}
