import { quietHost } from '../host';
import { Problem } from '../problem';
import type { Table } from '../table/table';
import { prepare, treatFor } from './prepare';
import { rowsOf, type PreparationInput, type PreparedRows } from './prepared';

/**
 * The rows but for some, which are treated, scaled and placed by what the others gave: as if they had come later.
 *
 * @param out rows of the table
 * @returns null where the others cannot be prepared
 */
export function preparedWithout(
  table: Table,
  input: PreparationInput,
  out: Iterable<number>,
): PreparedRows | null {
  const { rowsAside } = input;
  const before = rowsAside.of === table.fileKey ? rowsAside.rows : [];
  const held = Array.from(out, row => ({ row, reason: 'held out', placed: true }));
  const others = { ...input, rowsAside: { of: table.fileKey, rows: [...before, ...held] } };
  try {
    const treated = treatFor(table, others, quietHost, { fencesPlaced: true });
    return rowsOf(prepare(table, others, quietHost, treated));
  } catch (thrown) {
    if (thrown instanceof Problem) return null;
    throw thrown;
  }
}
