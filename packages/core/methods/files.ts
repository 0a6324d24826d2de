import { csv } from '../writeup/csv';
import type { Table } from '../table/table';
import { methodNamed, type MethodName } from './all';
import { scoresTable } from './scoresTable';
import type { ReductionOutput } from './work';
import { workOf } from './works';

/** A reduction's files by their kind: UTF-8, commas, decimal points, numbers in the digits that give them back exactly. */
export function reductionFile(method: MethodName, kind: string, output: ReductionOutput<unknown>): string {
  if (kind === 'scores') {
    return csv(scoresTable(output.table, output.names, methodNamed(method).placement(output.result)));
  }
  const file = workOf(method).files.find(other => other.kind === kind);
  if (file === undefined) throw new RangeError(`A reduction by ${method} gives no ${kind}.`);
  return csv(file.rows(output));
}

/** The kinds of files that a reduction of a table gives. A matrix of relations has no rows to be scored. */
export function fileKindsOf(method: MethodName, table: Table): string[] {
  return [...(table.matrix === null ? ['scores'] : []), ...workOf(method).files.map(({ kind }) => kind)];
}
