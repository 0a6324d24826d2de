import { createContext, useContext } from 'react';
import type { Table } from '@wold/core/table/table';

/** The table of the open study. It is data, not state: it never changes, and stays out of the store. */
export const TableContext = createContext<Table | null>(null);

export function useTable(): Table {
  const table = useContext(TableContext);
  if (table === null) throw new Error('useTable needs an open study around it.');
  return table;
}
