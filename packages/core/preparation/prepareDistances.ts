import { columnOf, zeros } from '../algebra/matrix';
import { Problem } from '../problem';
import { numberAt } from '../table/column';
import type { RelationMatrix, Table } from '../table/table';
import { changesBuilder } from './changes';
import { chooseRows } from './chooseRows';
import { measureOf } from './measureOf';
import type { PreparationInput, PreparedDistances } from './prepared';
import { rowWeights, type RowWeight } from './rowWeights';

/**
 * What methods work from where a table gives the distances of its rows: those of the rows used, each of which is also a
 * column. A row whose column is no measure is left out. There is nothing else to treat.
 *
 * @throws Problem when fewer than two rows are left
 */
export function prepareDistances(
  table: Table,
  { names }: RelationMatrix,
  input: PreparationInput,
  weight: RowWeight | null,
): PreparedDistances {
  const inUse = new Set(input.measures);
  const chosen = chooseRows(table, [], weight, input, new Map());
  const rows = chosen.used.filter(row => inUse.has(names[row]!));
  const without = chosen.used.filter(row => !inUse.has(names[row]!));
  if (rows.length < 2) {
    throw new Problem(
      `${rows.length === 0 ? 'no row is' : 'only one row is'} left of ${table.rows}.`,
      'Give the columns of the rows that you need the role measure in Table, or bring rows back.',
    );
  }
  const used = Array.from(rows, row => names[row]!);
  const columns = used.map(name => measureOf(table, name));
  const distances = zeros(rows.length, rows.length);
  columns.forEach((column, j) => {
    const target = columnOf(distances, j);
    // Printed distances are the same both ways to their last digit only.
    for (let i = 0; i < rows.length; i++) {
      target[i] = (numberAt(column, rows[i]!) + numberAt(columns[i]!, rows[j]!)) / 2;
    }
  });
  const { weights, n } = rowWeights(weight, rows);
  const none = new Float64Array(0);
  const setAside = Array.from(without, row => ({ row, step: 'set aside' as const, because: [names[row]!] }));
  return {
    kind: 'distances',
    words: null,
    rows,
    placedRows: chosen.placed,
    n,
    measures: [],
    rowsLeftOut: [...chosen.leftOut, ...setAside].sort((a, b) => a.row - b.row),
    measuresSetAside: [],
    changes: changesBuilder().finish(),
    reversals: [],
    imputation: null,
    transforms: [],
    scale: 'none',
    means: none,
    sds: none,
    divisors: none,
    originalMeans: none,
    originalSds: none,
    weights,
    counts: input.weight !== null && input.weighting === 'counts',
    divisor: n - 1,
    names: used,
    distances,
  };
}
