import type { ProblemData } from '@wold/core/problem';
import type { Table } from '@wold/core/table/table';
import { loadTable } from './pool';

/** The table that was read or opened last, so that it need not be fetched from storage at once again. */
let last: Table | null = null;

/** Puts a table that was just read at hand. */
export function haveAtHand(table: Table): void {
  last = table;
}

/** The table of that key as it was read; null where it is not kept in this browser; what is wrong where it is damaged. */
export async function tableOf(key: string): Promise<Table | ProblemData | null> {
  if (last?.key === key) return last;
  const end = await loadTable(key).end;
  if (end === 'stopped') return STOPPED;
  if ('problem' in end) return end.problem;
  if (end.value === undefined) return null;
  last = end.value;
  return last;
}

const STOPPED: ProblemData = {
  what: 'opening the table was stopped',
  where: null,
  remedy: 'Open the study again.',
};
