import { quietHost, stretch, type Host } from '../host';
import type { Placement } from '../methods/placement';
import { placement, type Asked } from '../methods/stages';
import { Problem } from '../problem';
import type { Memo } from '../stages/memo';
import { arrange } from '../table/arrange';
import type { Arrangement, ScoreColumn } from '../table/arrangement';
import type { Table } from '../table/table';
import { studyBench } from './compute';
import { withScoreColumn } from './scoreColumns';

/**
 * A table arranged, columns of scores included: see {@link arrange}.
 *
 * @param host is told of the progress, and may stop it
 */
export async function arrangeWithScores(
  source: Table,
  { scores = [], ...plain }: Arrangement,
  memo: Memo = new Map(),
  host: Host = quietHost,
): Promise<Table> {
  let table = arrange(source, plain);
  for (const [index, score] of scores.entries()) {
    const part = stretch(host, index / scores.length, (index + 1) / scores.length);
    table = withScoreColumn(table, score, await placementFor(table, score, part, memo));
  }
  return table;
}

/** Null where the dimensions cannot be had. */
async function placementFor(
  table: Table,
  score: ScoreColumn,
  host: Host,
  memo: Memo,
): Promise<Placement | null> {
  try {
    return await studyBench(table, host, memo).need(placement, { reduced: score.request as Asked });
  } catch (thrown) {
    if (!(thrown instanceof Problem)) throw thrown;
    return null;
  }
}
