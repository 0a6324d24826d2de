import { Problem } from '../problem';
import type { NumberColumn } from '../table/column';
import { findColumn, type Table } from '../table/table';

/** The column of numbers of that name. @throws Problem when there is none */
export function measureOf(table: Table, name: string): NumberColumn {
  const column = findColumn(table, name);
  if (column === undefined) {
    throw new Problem(
      'the table has no such column',
      'Open the table the recipe was made for, or rename the column.',
      `column “${name}”`,
    );
  }
  if (column.kind !== 'number') {
    throw new Problem(
      'the column does not hold numbers',
      'Give it another role in Table.',
      `column “${name}”`,
    );
  }
  return column;
}
