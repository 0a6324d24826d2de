import { columnOf } from '../algebra/matrix';
import type { WholeRepeats } from '../engines/wholeRepeats';
import type { Placement } from '../methods/placement';
import { rowsStoodFor, weightsAt } from '../preparation/rowWeights';
import { Problem } from '../problem';
import { meanOf, sdOf, squaresAbout } from '../table/moments';
import type { Table } from '../table/table';
import { groupsByAll } from '../table/groups';

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
  /** How many groups there are, and rows in them: of a whole table in its engine all, whichever are at hand. */
  readonly repeated: { readonly groups: number; readonly rows: number };
  /** Entries that two rows or more have, with how many. */
  readonly groups: readonly {
    readonly level: string;
    readonly rows: readonly number[];
    /** How many rows they stand for. */
    readonly n: number;
  }[];
  /** Rows that these groups stand for, less one per group. */
  readonly df: number;
  readonly dimensions: readonly ReplicateScatter[];
}

/**
 * The scatter of scores within repeats against that of all rows, dimension by dimension: the mean square within groups
 * (Fisher 1925) over the variance, both weighted. A row that counts several times repeats itself.
 *
 * @param by the columns whose equal entries, all together, mark repeats
 * @throws Problem when no entry comes twice
 */
export function replicates(table: Table, placement: Placement, by: readonly string[]): Replicates {
  const { rows, at, weights } = placement;
  const repeated = [...groupsByAll(table, by, rows)]
    .map(([level, places]) => ({ level, places, n: rowsStoodFor(placement, places) }))
    .filter(({ n }) => n > 1);
  if (repeated.length === 0) {
    throw new Problem(
      'no entry comes twice among the rows used, so that there are no repeats.',
      'Choose the columns that mark repeated rows, and keep repeats in Table.',
      by.length === 1 ? `column “${by[0]}”` : `columns ${by.map(name => `“${name}”`).join(', ')}`,
    );
  }
  const df = repeated.reduce((sum, { n }) => sum + n - 1, 0);
  const dimensions = Array.from({ length: at.columns }, (_, d) => {
    const score = columnOf(at, d);
    let within = 0;
    for (const { places } of repeated) {
      const own = Float64Array.from(places, i => score[i]!);
      const ownWeights = weightsAt(placement, places);
      within += squaresAbout(own, meanOf(own, ownWeights), ownWeights) / df;
    }
    const all = sdOf(score, weights) ** 2;
    return { within: Math.sqrt(within), all: Math.sqrt(all), ratio: within / all };
  });
  const groups = repeated.map(({ level, places, n }) => ({ level, rows: places.map(i => rows[i]!), n }));
  return {
    repeated: { groups: groups.length, rows: groups.reduce((sum, { n }) => sum + n, 0) },
    groups,
    df,
    dimensions,
  };
}

/** The same of a whole table in its engine, whose groups are not listed. */
export const wholeReplicates = ({ groups, rows, df, within, all }: WholeRepeats): Replicates => ({
  repeated: { groups, rows },
  groups: [],
  df,
  dimensions: within.map((square, d) => ({
    within: Math.sqrt(square),
    all: Math.sqrt(all[d]!),
    ratio: square / all[d]!,
  })),
});
