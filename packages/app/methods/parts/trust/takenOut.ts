import type { Replicates } from '@wold/core/trust/replicates';
import type { Numbers } from '../../../outputs/TakeOutMenu';

/** Scatter within repeats against all scatter, and the repeats. @param names of the dimensions */
export function replicateNumbers({ groups, df, dimensions }: Replicates, names: readonly string[]): Numbers {
  return [
    [
      'what',
      'name',
      'sd within repeats',
      'sd of all rows',
      'part of the variance',
      'degrees of freedom',
      'rows',
    ],
    ...dimensions.map(({ within, all, ratio }, d) => [
      'dimension',
      names[d]!,
      ...[within, all, ratio, df].map(String),
      '',
    ]),
    ...groups.map(({ level, rows }) => [
      'repeats',
      level,
      '',
      '',
      '',
      '',
      rows.map(row => row + 1).join(' '),
    ]),
  ];
}
