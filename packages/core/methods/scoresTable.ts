import type { Table } from '../table/table';
import { entry } from '../algebra/matrix';
import { textAt } from '../table/column';
import { distinctNames } from '../table/distinctNames';
import { dimensionHeader } from '../writeup/dimensionHeader';
import type { Placement } from './placement';
import type { NamedDimension } from '../writeup/dimensionName';

/**
 * The original columns, every row, and each dimension's scores: empty where a row was left out; with a column that
 * tells used from placed rows where some were only placed.
 */
export function scoresTable(
  table: Table,
  names: readonly NamedDimension[],
  placement: Placement,
): string[][] {
  const { at, rows, placedRows, placedAt } = placement;
  const kept = at.columns;
  const place = new Map([...rows].map((row, index) => [row, index]));
  const placed = new Map([...placedRows].map((row, index) => [row, index]));
  const own = table.columns.map(column => column.name);
  const scored = [...own, ...dimensionHeader(names, kept, own)];
  const header = placed.size > 0 ? [...scored, ...distinctNames(['used'], scored)] : scored;
  const body = Array.from({ length: table.rows }, (_, row) => {
    const entries = table.columns.map(column => textAt(column, row));
    const used = place.get(row);
    const only = placed.get(row);
    for (let d = 0; d < kept; d++) {
      if (used !== undefined) entries.push(String(entry(at, used, d)));
      else entries.push(only === undefined ? '' : String(entry(placedAt, only, d)));
    }
    if (placed.size > 0) entries.push(used !== undefined ? 'yes' : only === undefined ? '' : 'placed');
    return entries;
  });
  return [header, ...body];
}
