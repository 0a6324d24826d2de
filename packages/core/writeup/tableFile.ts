import type { Table } from '../table/table';
import { textAt } from '../table/column';
import { csv } from './csv';

/** A table as it stands, every column and row. */
export function tableCsv(table: Table): string {
  return csv([
    table.columns.map(column => column.name),
    ...Array.from({ length: table.rows }, (_, row) => table.columns.map(column => textAt(column, row))),
  ]);
}
