import { leastOf } from '@wold/core/algebra/extremes';
import type { Components } from '@wold/core/methods/components/components';
import type { Resamples } from '@wold/core/methods/components/resamples';
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

/** Eigenvalues and loadings with their intervals, a line for each. */
export function resamplesNumbers(
  found: Components,
  { eigenvalues, low, high, turnsSign, again, congruence }: Resamples,
  names: readonly string[],
): string[][] {
  const p = found.measures.length;
  return [
    ['dimension', 'figure', 'measure', 'value', 'low', 'high', 'other sign', 'there again', 'congruence'],
    ...names.flatMap((name, d) => [
      [
        name,
        'eigenvalue',
        '',
        String(found.eigenvalues[d]),
        String(eigenvalues[d]?.low ?? ''),
        String(eigenvalues[d]?.high ?? ''),
        '',
        String(again[d]),
        String(congruence[d]),
      ],
      ...found.measures.map((measure, j) => {
        const at = d * p + j;
        const of = [found.loadings, low, high, turnsSign].map(({ values }) => String(values[at]));
        return [name, 'loading', measure, ...of, '', ''];
      }),
    ]),
  ];
}
