import { Problem } from '../problem';

export const ROW_TRANSFORMS = ['none', 'proportions', 'hellinger', 'centred-log-ratio'] as const;
/** A transform of all measures of a row together, for counts and shares. */
export type RowTransform = (typeof ROW_TRANSFORMS)[number];

/** The rows whose measures are all zero: they have no proportions. Columns are given over the same rows. */
export function emptyRows(columns: readonly Float64Array[]): number[] {
  const n = columns[0]?.length ?? 0;
  return [...Array(n).keys()].filter(i => columns.every(column => column[i] === 0));
}

/** The measures over some rows of the table. */
export interface RowBlock {
  readonly columns: readonly Float64Array[];
  readonly rows: Uint32Array;
}

/**
 * Transforms rows in place: shares of their sum; the roots of these (Legendre and Gallagher 2001); or logarithms
 * centred by row (Aitchison 1986), where each zero counts as half the smallest entry above zero in the first block.
 *
 * @param blocks the rows used, and those only placed; no row empty
 * @throws Problem naming the first negative or missing entry
 */
export function transformRows(
  blocks: readonly RowBlock[],
  transform: RowTransform,
  names: readonly string[],
): void {
  if (transform === 'none') return;
  let smallest = Infinity;
  blocks.forEach(({ columns, rows }, block) => {
    columns.forEach((column, j) => {
      column.forEach((value, i) => {
        if (!(value >= 0)) throw noShare(value, `column “${names[j]}”, row ${rows[i]! + 1}`);
        if (block === 0 && value > 0 && value < smallest) smallest = value;
      });
    });
  });
  for (const { columns, rows } of blocks) {
    for (let i = 0; i < rows.length; i++) {
      if (transform === 'centred-log-ratio') centreLogs(columns, i, smallest / 2);
      else takeShares(columns, i, transform === 'hellinger');
    }
  }
}

function noShare(value: number, where: string): Problem {
  return Number.isNaN(value)
    ? new Problem(
        'shares of a row need every entry, and this is missing',
        'Fill gaps or leave out their rows, or choose another transform.',
        where,
      )
    : new Problem(
        `shares of a row need numbers from 0, and this is ${value}`,
        'Correct the entry, set its column aside, or choose another transform.',
        where,
      );
}

/** One row's shares of its sum in place, or their roots. */
export function takeShares(columns: readonly Float64Array[], i: number, roots: boolean): void {
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
