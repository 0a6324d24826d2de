import type { Agreement } from '@wold/core/methods/components/agreement';
import type { Replicates } from '@wold/core/trust/replicates';
import type { Numbers } from '../../../outputs/TakeOutMenu';

/** Congruence of each group with all rows, and of each two groups. @param names of the dimensions */
export function agreementNumbers({ groups, pairs }: Agreement, names: readonly string[]): Numbers {
  return [
    ['group', 'with', 'rows', 'what', ...names],
    ...groups.flatMap(({ level, rows, turned, asFound }) => [
      [level, 'all rows', String(rows), 'congruence, turned', ...turned.map(String)],
      [level, 'all rows', String(rows), 'congruence, as found', ...asFound.map(({ value }) => String(value))],
      [level, 'all rows', String(rows), 'its own dimension', ...asFound.map(found => String(found.with + 1))],
    ]),
    ...pairs.map(({ a, b, least }) => [
      a,
      b,
      '',
      'least congruence, turned',
      String(least),
      ...names.slice(1).map(() => ''),
    ]),
  ];
}

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
