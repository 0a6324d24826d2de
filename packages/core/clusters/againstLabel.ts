import { isMissing, type LevelColumn } from '../table/column';
import type { Clusters, Clustering } from './clusters';
import { crossTable, type CrossTable } from '../table/crossTable';
import { adjustedRand, bestMatching } from './partitions';

/** Clusters against a label, over the rows that have it. */
export interface AgainstLabel {
  /** Clusters × levels. */
  readonly table: CrossTable;
  readonly adjustedRand: number;
  /** For each cluster the level that goes with it, or −1, and the share of rows in the level of their cluster. */
  readonly match: Int32Array;
  readonly share: number;
}

/** Holds clusters against a label; counts stand for rows repeated, other weights have no say in how often levels meet. */
export function againstLabel(
  { rows, counts }: Pick<Clusters, 'rows' | 'counts'>,
  { k, cluster }: Pick<Clustering, 'k' | 'cluster'>,
  column: LevelColumn,
): AgainstLabel {
  const codes = Int32Array.from(rows, row => (isMissing(column, row) ? -1 : column.codes[row]!));
  const table = crossTable(cluster, codes, [k, column.levels.length], counts);
  return { table, adjustedRand: adjustedRand(table), ...bestMatching(table) };
}
