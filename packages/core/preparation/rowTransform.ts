import { Problem } from '../problem';

export const ROW_TRANSFORMS = ['none', 'proportions', 'hellinger', 'centred-log-ratio'] as const;
/** A transform of all measures of a row together, for counts and shares. */
export type RowTransform = (typeof ROW_TRANSFORMS)[number];

/** The rows whose measures are all zero: they have no proportions. Columns are given over the same rows. */
export function emptyRows(columns: readonly Float64Array[]): number[] {
  const n = columns[0]?.length ?? 0;
  return [...Array(n).keys()].filter(i => columns.every(column => column[i] === 0));
}

/**
 * Transforms rows in place: shares of their sum; the roots of these (Legendre and Gallagher 2001); or logarithms
 * centred by row (Aitchison 1986), where each zero counts as half the smallest entry above zero in all of the table.
 *
 * @param columns the measures over the same rows, none missing, no row empty
 * @throws Problem naming the first negative entry
 */
export function transformRows(
  columns: readonly Float64Array[],
  transform: RowTransform,
  names: readonly string[],
  rows: Uint32Array,
): void {
  if (transform === 'none') return;
  let smallest = Infinity;
  columns.forEach((column, j) => {
    column.forEach((value, i) => {
      if (value < 0) {
        throw new Problem(
          `shares of a row need numbers from 0, and this is ${value}`,
          'Correct the entry, set its column aside, or choose another transform.',
          `column “${names[j]}”, row ${rows[i]! + 1}`,
        );
      }
      if (value > 0 && value < smallest) smallest = value;
    });
  });
  for (let i = 0; i < rows.length; i++) {
    if (transform === 'centred-log-ratio') centreLogs(columns, i, smallest / 2);
    else takeShares(columns, i, transform === 'hellinger');
  }
}

function takeShares(columns: readonly Float64Array[], i: number, roots: boolean): void {
  let sum = 0;
  for (const column of columns) sum += column[i]!;
  for (const column of columns) {
    const share = column[i]! / sum;
    column[i] = roots ? Math.sqrt(share) : share;
  }
}

function centreLogs(columns: readonly Float64Array[], i: number, zero: number): void {
  let sum = 0;
  for (const column of columns) {
    column[i] = Math.log(column[i]! > 0 ? column[i]! : zero);
    sum += column[i]!;
  }
  const mean = sum / columns.length;
  for (const column of columns) column[i]! -= mean;
}
