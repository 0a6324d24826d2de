import type { Halves } from '@wold/core/trust/halves';
import type { LeftOut } from '@wold/core/trust/leftOut';
import type { Resamples } from '@wold/core/trust/resamples';
import type { Sizes } from '@wold/core/trust/sizes';

/** Eigenvalues and loadings with their intervals, a line for each. @param names of the dimensions */
export function resamplesNumbers(
  { measures, values, loadings, eigenvalues, low, high, errors, turnsSign, again, congruence }: Resamples,
  names: readonly string[],
): string[][] {
  const p = measures.length;
  return [
    [
      ...['dimension', 'figure', 'measure', 'value', 'low', 'high', 'standard error', 'other sign'],
      ...['there again', 'congruence'],
    ],
    ...names.flatMap((name, d) => [
      [
        ...[name, 'eigenvalue', '', String(values[d])],
        ...[String(eigenvalues[d]?.low ?? ''), String(eigenvalues[d]?.high ?? ''), '', ''],
        ...[String(again[d]), String(congruence[d])],
      ],
      ...measures.map((measure, j) => {
        const at = d * p + j;
        const of = [loadings, low, high, errors, turnsSign].map(matrix => String(matrix.values[at]));
        return [name, 'loading', measure, ...of, '', ''];
      }),
    ]),
  ];
}

/** Congruences between parts of the rows, a line for each part and dimension. */
export const halvesNumbers = ({ by, parts }: Halves, names: readonly string[]): string[][] => [
  [
    ...[by ?? 'half', 'rows', 'others', 'dimension', 'congruence'],
    ...['random low', 'random median', 'random high', 'random alike', 'random parts'],
  ],
  ...parts.flatMap(({ level, units, others, congruence, random, done, flat }) =>
    names.map((name, d) => {
      const { low, median, high, again } = random[d]!;
      return [
        ...[level ?? 'at random', String(units), String(others), name, String(congruence?.[d] ?? '')],
        ...[low, median, high, again, done - flat].map(String),
      ];
    }),
  ),
];

/** How the space turns without each row. @param nameOf a row of the table */
export const leftOutNumbers = (
  { of }: LeftOut,
  names: readonly string[],
  nameOf: (row: number) => string,
): string[][] => [
  ['without', 'degrees', ...names.map(name => `congruence of ${name}`)],
  ...of.map(({ rows, angle, congruence }) => [
    rows.map(nameOf).join(', '),
    angle === null ? '' : String((180 * angle) / Math.PI),
    ...congruence.map(String),
  ]),
];

/** How often dimensions are there again in so many rows. */
export const sizesNumbers = (sizes: Sizes, names: readonly string[]): string[][] => [
  ['rows', 'share of all', 'dimension', 'there again', 'congruence', 'draws'],
  ...sizes.flatMap(({ units, share, again, congruence, done, flat }) =>
    names.map((name, d) => [
      ...[units, share].map(String),
      name,
      ...[again[d]!, congruence[d]!, done - flat].map(String),
    ]),
  ),
];
