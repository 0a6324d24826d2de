import type { Matrix } from '../../algebra/matrix';
import { cellText } from '../../writeup/cellText';
import { dimensionHeader } from '../../writeup/dimensionHeader';
import type { AlsoAsked, FileSource, MethodFile, ReductionOutput } from '../work';
import type { Discriminant } from './discriminant';
import type { DiscriminantSettings } from './settings';
import { told, type DiscriminantAsk } from './stages';
import type { Confusions, Told } from './told';

type Output = ReductionOutput<Discriminant>;
type Source = FileSource<DiscriminantSettings, DiscriminantAsk>;

const toldOf = ({ settings: { priors, folds, seed }, ask }: Source): AlsoAsked<typeof told> => ({
  stage: told,
  ask: { ...ask, priors, folds, seed },
});

/** The tables of discriminant axes beside their scores. */
export const DISCRIMINANT_FILES: readonly MethodFile<DiscriminantSettings, DiscriminantAsk, Discriminant>[] =
  [
    { kind: 'loadings', rows: structureTable },
    { kind: 'coefficients', rows: coefficientsTable },
    { kind: 'axes', rows: axesTable },
    { kind: 'centres', rows: centresTable },
    {
      kind: 'confusions',
      ofRows: true,
      also: toldOf,
      rows: (_, found: Told | null) => confusionsTable(found),
    },
    { kind: 'groups', ofRows: true, also: toldOf, rows: toldTable },
  ];

const entries = ({ rows, columns, values }: Matrix, i: number): string[] =>
  Array.from({ length: columns }, (_, d) => cellText(values[d * rows + i]));

/** Correlations of each measure with the axes, within the groups and over all rows, and the axes' standardised coefficients. */
export function structureTable({ names, result }: Output): string[][] {
  const header = dimensionHeader(names, result.kept);
  return [
    [
      'measure',
      ...header.map(name => `within groups, ${name}`),
      ...header.map(name => `over all rows, ${name}`),
      ...header.map(name => `standardised coefficient, ${name}`),
    ],
    ...result.measures.map((measure, j) => [
      measure,
      ...entries(result.structure, j),
      ...entries(result.correlations, j),
      ...entries(result.standardised, j),
    ]),
  ];
}

/**
 * What places a new row: each measure treated as these were, its mean taken off, divided by its divisor, multiplied by the
 * coefficients, and the last line taken off the sum.
 */
export function coefficientsTable({ names, result, account }: Output): string[][] {
  return [
    ['measure', 'transform', 'power', 'about', 'mean', 'divided by', ...dimensionHeader(names, result.kept)],
    ...result.measures.map((measure, j) => {
      const fitted = account.transforms.find(transform => transform.measure === measure);
      return [
        measure,
        fitted?.transform ?? 'none',
        cellText(fitted?.power),
        cellText(fitted?.centre),
        String(result.means[j]),
        String(result.divisors[j]),
        ...entries(result.coefficients, j),
      ];
    }),
    ['taken off', '', '', '', '', '', ...Array.from(result.origin, String)],
  ];
}

/** Every axis: what of that which parts the groups it holds, and the test of those from it on. */
export function axesTable({ names, result }: Pick<Output, 'names' | 'result'>): string[][] {
  const header = dimensionHeader(names, result.kept);
  return [
    [
      'axis',
      'name',
      'eigenvalue',
      'share of what parts the groups',
      'correlation with the label',
      'kept',
      ...['Wilks’ lambda from here on', 'chi-square', 'degrees of freedom', 'p'],
    ],
    ...Array.from(result.eigenvalues, (value, d) => {
      const test = result.tests?.[d];
      return [
        String(d + 1),
        header[d] ?? '',
        String(value),
        String(result.shares[d]),
        String(result.canonical[d]),
        d < result.kept ? 'yes' : 'no',
        ...[test?.lambda, test?.chiSquare, test?.df, test?.p].map(cellText),
      ];
    }),
  ];
}

/** Where the groups' means are. */
export function centresTable({ names, result }: Output): string[][] {
  return [
    [result.label, 'rows', ...dimensionHeader(names, result.kept)],
    ...result.levels.map((level, g) => [level, String(result.sizes[g]), ...entries(result.centres, g)]),
  ];
}

/** How often rows of each group are told to be of each, by the axes and held out. */
export function confusionsTable(found: Told | null): string[][] {
  if (found === null) return [['told', 'group']];
  const lines = (how: string, confusions: Confusions | null): string[][] =>
    confusions === null
      ? []
      : found.levels.map((level, g) => [
          how,
          level,
          ...Array.from(confusions.table.counts[g]!, String),
          cellText(confusions.ofEach[g]),
        ]);
  return [
    ['told', 'group', ...found.levels.map(level => `as ${level}`), 'share right'],
    ...lines('by the axes', found.apparent),
    ...lines('held out', found.heldOut),
  ];
}

/** The group that each row has, and those that it is told to be of. */
export function toldTable({ result }: Output, found: Told | null): string[][] {
  const level = (place: number | undefined) =>
    place === undefined || place < 0 ? '' : (result.levels[place] ?? '');
  return [
    ['row', result.label, 'told', 'likely', 'held out', 'share of rows held out as far or farther'],
    ...Array.from(result.rows, (row, i) => [
      String(row + 1),
      level(result.group[i]),
      level(found?.as[i]),
      cellText(found?.likely[i]),
      level(found?.heldOutAs[i]),
      '',
    ]),
    ...Array.from(result.placedRows, (row, i) => [
      String(row + 1),
      '',
      level(found?.placed.as[i]),
      cellText(found?.placed.likely[i]),
      '',
      cellText(found?.placed.usual[i]),
    ]),
  ];
}
