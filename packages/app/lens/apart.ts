import type { Account } from '@wold/core/preparation/prepared';
import { isMissing, type NumberColumn } from '@wold/core/table/column';
import { findColumn, type Table } from '@wold/core/table/table';

/** How far some rows lie from all rows in use, on one measure. */
export interface Apartness {
  readonly measure: string;
  /** Mean of the rows on the measure; NaN where all are missing. */
  readonly mean: number;
  /** Distance from the mean of all rows in use, in their standard deviations. */
  readonly deviation: number;
}

/** What sets rows apart: each measure in use with the rows' distance from the study's mean, furthest first. */
export function setsApart(table: Table, account: Account, rows: readonly number[]): Apartness[] {
  // Words of a text are told of by the entries that hold them.
  if (account.words !== null) return [];
  return account.measures
    .map((measure, j) => {
      const column = findColumn(table, measure) as NumberColumn;
      const present = rows.filter(row => !isMissing(column, row));
      const mean = present.reduce((sum, row) => sum + column.values[row]!, 0) / present.length;
      return { measure, mean, deviation: (mean - account.originalMeans[j]!) / account.originalSds[j]! };
    })
    .sort((a, b) => size(b.deviation) - size(a.deviation));
}

const size = (value: number): number => (Number.isNaN(value) ? -1 : Math.abs(value));
