import { sharedTable } from '@wold/core/table/sharedTable';
import type { Table } from '@wold/core/table/table';

/** The table in memory that page and workers share, where there is such. */
export const heldOnce = (table: Table): Table =>
  globalThis.crossOriginIsolated ? sharedTable(table) : table;
