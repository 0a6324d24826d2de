import type { RandomEigenvalues } from '../../dimensions/parallelAnalysis';
import type { Retention } from '../../dimensions/retention';
import { retention } from '../../dimensions/stages';
import { spaceOf } from './ask';
import type { Components } from './components';
import type { Distances } from './distances';
import { leadCounts, leadingDimensions } from '../leading';
import { rowFigures } from './rowFigures';
import type { ComponentsSettings } from './settings';
import { distances, type Kept } from './stages';
import { randomTable, votesTable } from '../voteTables';
import type { AlsoAsked, FileSource, MethodFile, ReductionOutput } from '../work';
import { dimensionName } from '../../writeup/dimensionName';
import { cellText } from '../../writeup/cellText';
import { dimensionHeader } from '../../writeup/dimensionHeader';

type Output = ReductionOutput<Components>;

type Source = FileSource<ComponentsSettings, Kept>;

const votesOf = ({ settings, ask, preparation }: Source): AlsoAsked<typeof retention> => ({
  stage: retention,
  ask: { preparation, without: ask.without, settings: settings.retention },
});

/** The tables of a reduction beside its scores. */
export const COMPONENTS_FILES: readonly MethodFile<ComponentsSettings, Kept, Components>[] = [
  { kind: 'loadings', rows: loadingsTable },
  { kind: 'coefficients', rows: coefficientsTable },
  {
    kind: 'eigenvalues',
    // Random data are of correlations: on another scale they are no match.
    also: source => (source.ask.preparation.scale === 'unit-variance' ? votesOf(source) : null),
    rows: (output, votes: Retention | null) => eigenvaluesTable(output, votes?.random ?? null),
  },
  { kind: 'dimensions', rows: dimensionsTable },
  { kind: 'measures', rows: measuresTable },
  { kind: 'votes', also: votesOf, rows: (_, votes: Retention | null) => votesTable(votes) },
  { kind: 'random', also: votesOf, rows: (_, votes: Retention | null) => randomTable(votes) },
  {
    kind: 'rows',
    ofRows: true,
    also: ({ settings, ask }) => ({ stage: distances, ask: { ...spaceOf(ask), level: settings.limit } }),
    rows: rowsTable,
  },
];

/**
 * Loadings of each measure, the dimension it leads, and the share of its variance that is held. Where dimensions are
 * oblique the loadings are the pattern, and the structure stands beside it.
 */
export function loadingsTable({ names, result: components }: Output): string[][] {
  const { measures, kept, loadings, structure, communalities, rotation } = components;
  const leads = leadingDimensions(components.correlations);
  const oblique = rotation !== null && rotation.phi !== null;
  const header = dimensionHeader(names, kept);
  return [
    [
      'measure',
      ...header,
      ...(oblique ? header.map(name => `structure, ${name}`) : []),
      'leads',
      'communality',
    ],
    ...measures.map((measure, j) => [
      measure,
      ...entriesOf(loadings.values, measures.length, kept, j),
      ...(oblique ? entriesOf(structure.values, measures.length, kept, j) : []),
      dimensionName(names, leads[j]! + 1),
      String(communalities[j]),
    ]),
  ];
}

/**
 * What places a new row: each measure treated as these were (its transform, fitted power and the number that is taken
 * about stand here), its mean taken off, divided by its divisor, multiplied by the coefficients.
 */
export function coefficientsTable({ names, result: components, account }: Output): string[][] {
  const { measures, kept, coefficients, means, divisors } = components;
  return [
    ['measure', 'transform', 'power', 'about', 'mean', 'sd', 'divided by', ...dimensionHeader(names, kept)],
    ...measures.map((measure, j) => {
      const index = account.measures.indexOf(measure);
      const fitted = account.transforms.find(transform => transform.measure === measure);
      return [
        measure,
        fitted?.transform ?? 'none',
        String(fitted?.power ?? ''),
        String(fitted?.centre ?? ''),
        String(means[j]),
        String(account.sds[index]),
        String(divisors[j]),
        ...entriesOf(coefficients.values, measures.length, kept, j),
      ];
    }),
  ];
}

/**
 * Every dimension's eigenvalue, share and cumulative share, and whether it is kept. Names stand beside them where nothing
 * is rotated: rotated dimensions have no eigenvalues.
 *
 * @param random eigenvalues of random data of the same scale, where they are there
 */
export function eigenvaluesTable(
  { names, result: components }: Pick<Output, 'names' | 'result'>,
  random: RandomEigenvalues | null,
): string[][] {
  const { eigenvalues, shares, kept, rotation } = components;
  let cumulative = 0;
  const named = (d: number) => (d < kept ? dimensionName(names, d + 1) : '');
  return [
    [
      'dimension',
      ...(rotation === null ? ['name'] : []),
      'eigenvalue',
      'share',
      'cumulative share',
      'kept',
      ...(random === null ? [] : ['random data, percentile', 'random data, mean']),
    ],
    ...[...eigenvalues].map((value, d) => {
      cumulative += shares[d]!;
      return [
        String(d + 1),
        ...(rotation === null ? [named(d)] : []),
        String(value),
        String(shares[d]),
        String(cumulative),
        d < kept ? 'yes' : 'no',
        ...(random === null ? [] : [cellText(random.percentile[d]), cellText(random.mean[d])]),
      ];
    }),
  ];
}

/**
 * What each kept dimension holds, as it stands: its variance (after a rotation the sum of its squared structure loadings),
 * its share of all variance, and its correlations with the others where these are oblique; shares overlap then.
 */
export function dimensionsTable({ names, result }: Pick<Output, 'names' | 'result'>): string[][] {
  const { kept, variances, heldBy, rotation, correlations } = result;
  const phi = rotation?.phi ?? null;
  const leads = leadCounts(correlations);
  const header = dimensionHeader(names, kept);
  return [
    [
      'dimension',
      'name',
      rotation === null ? 'eigenvalue' : 'sum of squared loadings',
      'share of all variance',
      'measures it leads',
      ...(phi === null ? [] : header.map(name => `correlation with ${name}`)),
    ],
    ...header.map((name, d) => [
      String(d + 1),
      name,
      String(variances[d]),
      String(heldBy[d]),
      String(leads[d]),
      ...(phi === null ? [] : entriesOf(phi.values, kept, kept, d)),
    ]),
  ];
}

/** Squared cosines of each measure (how much of it a dimension holds) and, of unrotated dimensions, its contributions. */
export function measuresTable({ names, result }: Output): string[][] {
  const { measures, kept, correlations, coefficients, rotation, communalities } = result;
  const header = dimensionHeader(names, kept);
  const squared = (values: Float64Array, j: number) =>
    Array.from({ length: kept }, (_, d) => String(values[d * measures.length + j]! ** 2));
  return [
    [
      'measure',
      ...header.map(name => `squared cosine, ${name}`),
      'held by all',
      ...(rotation === null ? header.map(name => `contribution, ${name}`) : []),
    ],
    ...measures.map((measure, j) => [
      measure,
      ...squared(correlations.values, j),
      String(communalities[j]),
      ...(rotation === null ? squared(coefficients.values, j) : []),
    ]),
  ];
}

/** T² and Q of every used and placed row with their limits, and the used rows' contributions and squared cosines. */
export function rowsTable({ names, result }: Output, found: Distances | null): string[][] {
  const header = dimensionHeader(names, result.kept);
  const { contributions, squaredCosines } = rowFigures(result, found);
  const t2 = found?.t2Limit ?? null;
  const q = found?.qLimit ?? null;
  const beyond = (value: number | undefined, limit: number | null) =>
    value === undefined || limit === null ? '' : value > limit ? 'yes' : 'no';
  const distance = (t: number | undefined, r: number | undefined) => [
    cellText(t),
    cellText(t2),
    beyond(t, t2),
    cellText(r),
    cellText(q),
    beyond(r, q),
  ];
  return [
    [
      'row',
      'used',
      ...['T²', 'limit of T²', 'beyond it', 'Q', 'limit of Q', 'beyond that'],
      ...header.map(name => `contribution, ${name}`),
      ...(squaredCosines === null ? [] : header.map(name => `squared cosine, ${name}`)),
    ],
    ...Array.from(result.rows, (row, i) => [
      String(row + 1),
      'yes',
      ...distance(found?.t2[i], found?.q[i]),
      ...contributions.map(parts => String(parts[i])),
      ...(squaredCosines ?? []).map(cosines => String(cosines[i])),
    ]),
    ...Array.from(result.placedRows, (row, i) => [
      String(row + 1),
      'placed',
      ...distance(found?.placedT2[i], found?.placedQ[i]),
      ...contributions.map(() => ''),
      ...(squaredCosines ?? []).map(() => ''),
    ]),
  ];
}

function entriesOf(values: Float64Array, p: number, kept: number, j: number): string[] {
  return Array.from({ length: kept }, (_, d) => String(values[d * p + j]));
}
