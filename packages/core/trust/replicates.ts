import { columnOf } from '../algebra/matrix';
import type { Components } from '../components/components';
import { Problem } from '../problem';
import type { Table } from '../table/table';
import { groupsOf } from './groups';

/** How rows that repeat each other scatter along one dimension, against all rows. */
export interface ReplicateScatter {
  /** Standard deviation within repeats, pooled over them. */
  readonly within: number;
  /** Standard deviation of all rows. */
  readonly all: number;
  /** Variance within repeats over variance of all: the share that measuring again would bring about. */
  readonly ratio: number;
}

export interface Replicates {
  /** Entries that two rows or more have, with how many. */
  readonly groups: readonly { readonly level: string; readonly rows: readonly number[] }[];
  /** Rows in these groups, less one per group. */
  readonly df: number;
  readonly dimensions: readonly ReplicateScatter[];
}

/**
 * The scatter of scores within repeats against that of all rows, dimension by dimension: the mean square within groups
 * (Fisher 1925) over the variance.
 *
 * @param label the column whose equal entries mark repeats
 * @throws Problem when no entry comes twice
 */
export function replicates(table: Table, components: Components, label: string): Replicates {
  const { rows, scores, kept } = components;
  const repeated = [...groupsOf(table, label, rows)].filter(([, places]) => places.length > 1);
  if (repeated.length === 0) {
    throw new Problem(
      'no entry of this column comes twice among the rows used, so that there are no repeats.',
      'Choose the column that marks repeated rows, and keep repeats in Table.',
      `column “${label}”`,
    );
  }
  const df = repeated.reduce((sum, [, places]) => sum + places.length - 1, 0);
  const dimensions = Array.from({ length: kept }, (_, d) => {
    const score = columnOf(scores, d);
    const within =
      repeated.reduce((sum, [, places]) => sum + squaresAbout(places.map(i => score[i]!)), 0) / df;
    const all = squaresAbout([...score]) / (score.length - 1);
    return { within: Math.sqrt(within), all: Math.sqrt(all), ratio: within / all };
  });
  const groups = repeated.map(([level, places]) => ({ level, rows: places.map(i => rows[i]!) }));
  return { groups, df, dimensions };
}

function squaresAbout(values: readonly number[]): number {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return values.reduce((sum, value) => sum + (value - mean) * (value - mean), 0);
}
