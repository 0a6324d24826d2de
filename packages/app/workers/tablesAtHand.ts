import type { ProblemData } from '@wold/core/problem';
import { tableKey } from '@wold/core/table/fileTable';
import type { ReadingChoices } from '@wold/core/table/readingChoices';
import type { Table } from '@wold/core/table/table';
import { loadFile } from '../storage/studies';
import { forgetTable } from '../storage/tables';
import { loadTable, readTable } from './pool';

/** The table that was read or opened last, so that it need not be fetched from storage at once again. */
let last: Table | null = null;

/** The table that was read or opened last; null before there is one. */
export const tableAtHand = (): Table | null => last;

/** Puts a table that was just read at hand. */
export function haveAtHand(table: Table): void {
  last = table;
}

/**
 * The table that a file gives when it is read in that way: at hand, as it was kept, or read from the kept file again
 * where it was not, or is damaged. Null where neither is kept in this browser.
 */
export async function tableOf(fileKey: string, reading: ReadingChoices): Promise<Table | ProblemData | null> {
  const key = tableKey(fileKey, reading);
  if (last?.key === key) return last;
  const kept = await loadTable(key).end;
  if (kept === 'stopped') return STOPPED;
  if ('value' in kept && kept.value !== undefined) {
    last = kept.value;
    return last;
  }
  const file = await loadFile(fileKey).catch(() => undefined);
  if (file === undefined) return 'problem' in kept ? kept.problem : null;
  await forgetTable(key);
  const { newRows, ...choices } = reading;
  const more = newRows === undefined ? null : await loadFile(newRows.key).catch(() => undefined);
  if (more === undefined) return newRowsLost(newRows!.name);
  const read = await readTable(file.content, file.name, choices, true, more).end;
  if (read === 'stopped') return STOPPED;
  if ('problem' in read) return read.problem;
  last = read.value.table;
  return last;
}

const newRowsLost = (name: string): ProblemData => ({
  what: `the rows of ${name}, which were brought to be placed, are not kept in this browser`,
  where: null,
  remedy: 'Open the first table again, and place them anew.',
});

const STOPPED: ProblemData = {
  what: 'opening the table was stopped',
  where: null,
  remedy: 'Open the study again.',
};
