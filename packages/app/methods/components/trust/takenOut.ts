import { leastOf } from '@wold/core/algebra/extremes';
import type { Agreement } from '@wold/core/methods/components/agreement';
import type { Numbers } from '../../../outputs/TakeOutMenu';

/** Congruence of each group with all rows, and of each two groups. @param names of the dimensions */
export function agreementNumbers({ groups, pairs }: Agreement, names: readonly string[]): Numbers {
  return [
    ['group', 'with', 'rows', 'what', ...names, 'least of all'],
    ...groups.flatMap(({ level, rows, turned, asFound }) => {
      const line = (what: string, figures: readonly number[], least: string) => [
        level,
        'all rows',
        String(rows),
        what,
        ...figures.map(String),
        least,
      ];
      return [
        line('congruence, turned', turned, String(leastOf(turned))),
        line(
          'congruence, as found',
          asFound.map(({ value }) => value),
          '',
        ),
        line(
          'its own dimension',
          asFound.map(found => found.with + 1),
          '',
        ),
      ];
    }),
    ...pairs.map(({ a, b, least }) => [
      a,
      b,
      '',
      'congruence, turned',
      ...names.map(() => ''),
      String(least),
    ]),
  ];
}
