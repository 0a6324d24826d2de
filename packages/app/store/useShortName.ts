import type { Table } from '@wold/core/table/table';
import { namesApart, type ShortName } from '../charts/namesApart';
import { useTable } from './TableContext';

const known = new WeakMap<Table, ShortName>();

/** Cuts names of the table's columns so that they are told apart. */
export function useShortName(): ShortName {
  const table = useTable();
  let cut = known.get(table);
  if (cut === undefined) known.set(table, (cut = namesApart(table.columns.map(({ name }) => name))));
  return cut;
}
