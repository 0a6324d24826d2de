import type { Components } from './components';
import { leadingDimensions } from './leading';
import type { MethodFile, ReductionOutput } from '../work';
import { dimensionName } from '../../writeup/dimensionName';
import { dimensionHeader } from '../../writeup/csv';

type Output = ReductionOutput<Components>;

/** The tables of a reduction beside its scores. */
export const COMPONENTS_FILES: readonly MethodFile<Components>[] = [
  { kind: 'loadings', rows: loadingsTable },
  { kind: 'coefficients', rows: coefficientsTable },
  { kind: 'eigenvalues', rows: eigenvaluesTable },
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

/** Every dimension's eigenvalue, share and cumulative share, and whether it is kept. */
export function eigenvaluesTable({
  names,
  result: components,
}: Pick<Output, 'names' | 'result'>): string[][] {
  const { eigenvalues, shares, kept } = components;
  let cumulative = 0;
  return [
    ['dimension', 'name', 'eigenvalue', 'share', 'cumulative share', 'kept'],
    ...[...eigenvalues].map((value, d) => {
      cumulative += shares[d]!;
      const named = d < kept ? dimensionName(names, d + 1) : '';
      return [
        String(d + 1),
        named,
        String(value),
        String(shares[d]),
        String(cumulative),
        d < kept ? 'yes' : 'no',
      ];
    }),
  ];
}

function entriesOf(values: Float64Array, p: number, kept: number, j: number): string[] {
  return Array.from({ length: kept }, (_, d) => String(values[d * p + j]));
}
