import type { Account } from '@wold/core/preparation/prepared';
import { isMissing, type NumberColumn } from '@wold/core/table/column';
import { overlapOf } from '@wold/core/table/overlap';
import { findColumn, type Table } from '@wold/core/table/table';

/** How far some rows and the others in use overlap on measures, each row by its weight. */
export function overlapsOf(
  table: Table,
  account: Account | null,
  rows: readonly number[],
  measures: readonly string[],
): ReadonlyMap<string, number> {
  if (account === null) return new Map();
  const chosen = new Set(rows);
  const inside = Uint8Array.from(account.rows, row => Number(chosen.has(row)));
  const weightAt = (i: number): number => account.weights?.[i] ?? 1;
  return new Map(
    measures.map(measure => {
      const column = findColumn(table, measure) as NumberColumn;
      const places = [...account.rows.keys()].filter(i => !isMissing(column, account.rows[i]!));
      return [measure, overlapOf(column, account.rows, places, inside, weightAt)] as const;
    }),
  );
}
