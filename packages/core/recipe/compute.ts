import { quietHost, type Host } from '../host';
import { benchOf } from '../stages/benchOf';
import type { Bench } from '../stages/bench';
import type { Memo } from '../stages/memo';
import type { Table } from '../table/table';
import { askedOf, type Request, type ResultOf } from './stages';
import { WORKS } from './works';

/** A bench for all that can be asked of a table. */
export const studyBench = (table: Table, host: Host = quietHost, memo: Memo = new Map()): Bench =>
  benchOf(table, WORKS, host, memo);

/**
 * Computes what is asked, taking what it rests on from the memo where it is there.
 *
 * @throws Problem when the table and the recipe allow no result
 */
export async function compute<R extends Request>(
  table: Table,
  request: R,
  host: Host = quietHost,
  memo: Memo = new Map(),
): Promise<ResultOf<R>> {
  const { stage, ask } = askedOf(request);
  return studyBench(table, host, memo).need(stage, ask) as Promise<ResultOf<R>>;
}
