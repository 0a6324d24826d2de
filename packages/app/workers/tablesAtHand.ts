import type { Table } from '@wold/core/table/table';
import { loadTable } from './pool';

/** The table that was read or opened last, so that it need not be fetched from storage at once again. */
let last: Table | null = null;

/** Puts a table that was just read at hand. */
export function haveAtHand(table: Table): void {
  last = table;
}

/** The table of that key as it was read, or undefined where it is not kept in this browser. */
export async function tableOf(key: string): Promise<Table | undefined> {
  if (last?.key === key) return last;
  const outcome = await loadTable(key).outcome;
  if (outcome === 'stopped' || 'problem' in outcome || outcome.value === undefined) return undefined;
  last = outcome.value;
  return last;
}
