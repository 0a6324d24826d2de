import { useEffect, useMemo, useSyncExternalStore } from 'react';
import type { ProblemData } from '@wold/core/problem';
import type { Recipe } from '@wold/core/recipe/schema';
import type { Report } from '@wold/core/report/report';
import { contentHash } from '@wold/core/stages/hash';
import type { Table } from '@wold/core/table/table';
import { PLAIN_WRITEUP } from '@wold/core/writeup/writeup';
import { useTable } from '../store/TableContext';
import { useRecipe } from '../store/useStudy';
import { reportOn } from '../workers/pool';

/** The report that was gathered last, and the one that is on its way. */
interface ReportState {
  /** The study and recipe that it is of. */
  readonly key: string;
  readonly tableKey: string;
  readonly report: Report | null;
  readonly problem: ProblemData | null;
  readonly stopped: boolean;
  /** The table of whose study that which takes long is found too, since it was asked for. */
  readonly patientWith: string;
}

let state: ReportState = {
  key: '',
  tableKey: '',
  report: null,
  problem: null,
  stopped: false,
  patientWith: '',
};
/** The key of the one on its way, and how to stop it. */
let underWay: { readonly key: string; readonly stop: () => void } | null = null;
const listeners = new Set<() => void>();

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

function set(next: ReportState): void {
  state = next;
  for (const listener of listeners) listener();
}

/** What a report is asked by: edits of its sentences have no part in it, but how figures are printed. */
const withoutEdits = (recipe: Recipe): Recipe => ({
  ...recipe,
  writeup: { ...PLAIN_WRITEUP, style: recipe.writeup.style },
});

const keyOf = (table: Table, recipe: Recipe, patient: boolean): string =>
  contentHash([table.key, withoutEdits(recipe), patient]);

async function gather(table: Table, recipe: Recipe, patient: boolean, key: string): Promise<void> {
  if (underWay?.key === key) return;
  underWay?.stop();
  const ticket = reportOn(table, withoutEdits(recipe), patient);
  const own = { key, stop: ticket.stop };
  underWay = own;
  const end = await ticket.end;
  if (underWay !== own) return;
  underWay = null;
  if (end === 'stopped') set({ ...state, key, stopped: true });
  else if ('problem' in end)
    set({ ...state, key, tableKey: table.key, report: null, problem: end.problem, stopped: false });
  else set({ ...state, key, tableKey: table.key, report: end.value, problem: null, stopped: false });
}

/** The report of the study as it grows; the last one while another is gathered. @param wanted whether it is gathered */
export function useReport(wanted: boolean): ReportState & {
  readonly stale: boolean;
  readonly resume: () => void;
  /** Finds what takes long as well. */
  readonly wait: () => void;
} {
  const table = useTable();
  const recipe = useRecipe();
  const found = useSyncExternalStore(subscribe, () => state);
  const patient = found.patientWith === table.key;
  const key = useMemo(() => keyOf(table, recipe, patient), [table, recipe, patient]);
  useEffect(() => {
    if (wanted && state.key !== key) void gather(table, recipe, patient, key);
  }, [wanted, table, recipe, patient, key]);
  return {
    ...found,
    // Of another study it says nothing.
    report: found.tableKey === table.key ? found.report : null,
    stale: found.key !== key,
    resume: () => void gather(table, recipe, patient, key),
    wait: () => set({ ...state, patientWith: table.key }),
  };
}
