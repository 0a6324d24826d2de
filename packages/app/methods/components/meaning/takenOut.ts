import type { Components } from '@wold/core/methods/components/components';
import type { Outcome } from '@wold/core/methods/components/outcome';
import { leadingDimensions, ledgerOrder } from '@wold/core/methods/leading';
import type { ScoreRelation } from '@wold/core/use/scoreRelations';
import type { Reduction } from '@wold/core/recipe/schema';
import type { PicturedLedger } from '../../ledgerPicture';
import type { Numbers } from '../../../outputs/TakeOutMenu';
import { quantityOf, type Quantity } from './quantity';

const text = (value: number | undefined): string =>
  value === undefined || !Number.isFinite(value) ? '' : String(value);

/**
 * The ledger as it is shown: its quantity, in its order, with the dimension that leads and what is held.
 *
 * @param names of the dimensions, in their order
 */
export function ledgerNumbers(
  components: Components,
  quantity: Quantity,
  names: readonly string[],
  wordingOf: (measure: string) => string,
): Numbers {
  const { measures, communalities } = components;
  const { values } = quantityOf(components, quantity);
  const by = quantity === 'pattern' ? values : components.correlations;
  const leads = leadingDimensions(by);
  const worded = measures.some(measure => wordingOf(measure) !== '');
  return [
    [quantity, ...(worded ? ['wording'] : []), 'leads', ...names, 'held'],
    ...ledgerOrder(by).map(j => [
      measures[j]!,
      ...(worded ? [wordingOf(measures[j]!)] : []),
      names[leads[j]!]!,
      ...names.map((_, d) => text(values.values[d * measures.length + j])),
      text(communalities[j]),
    ]),
  ];
}

/** The ledger as it is shown, as a picture. Cells of a correlation under `fade` are pale, or left out. */
export function ledgerLines(
  components: Components,
  quantity: Quantity,
  names: readonly string[],
  wordingOf: (measure: string) => string,
  { fade, small }: Pick<Reduction['settings'], 'fade' | 'small'>,
): PicturedLedger {
  const { measures, communalities, correlations } = components;
  const { values, full, write } = quantityOf(components, quantity);
  return {
    names,
    full,
    write,
    lines: ledgerOrder(quantity === 'pattern' ? values : correlations).map(j => {
      const of = ({ values: all }: typeof values) => names.map((_, d) => all[d * measures.length + j]!);
      const faded = of(correlations).map(size => Math.abs(size) < fade);
      return {
        name: measures[j]!,
        wording: wordingOf(measures[j]!),
        values: of(values).map((value, d) => (small === 'leave out' && faded[d] ? NaN : value)),
        faded,
        held: communalities[j]!,
      };
    }),
  };
}

/** The scores against columns: a line a column, and one a level with the means of its rows. */
export function relationNumbers(relations: readonly ScoreRelation[], names: readonly string[]): Numbers {
  return [
    ['column', 'level', 'rows', 'what', ...names, ...names.map(name => `p, ${name}`)],
    ...relations.flatMap(relation => {
      if (relation.kind === 'number') {
        const { column, n, correlations, p } = relation;
        return [
          [
            column,
            '',
            text(n),
            'correlation',
            ...names.map((_, d) => text(correlations[d])),
            ...names.map((_, d) => text(p[d])),
          ],
        ];
      }
      const { column, n, groups, between, p } = relation;
      return [
        [
          column,
          '',
          text(n),
          'between groups',
          ...names.map((_, d) => text(between[d])),
          ...names.map((_, d) => text(p[d])),
        ],
        ...groups.map(({ level, n: rows, means }) => [
          column,
          level,
          text(rows),
          'mean',
          ...names.map((_, d) => text(means[d])),
          ...names.map(() => ''),
        ]),
      ];
    }),
  ];
}

/** An outcome foretold: coefficients of the scores and of the measures, R² of rows held out, and the fit. */
export function outcomeNumbers(value: Outcome, names: readonly string[]): Numbers {
  const { coefficients, weights, intercept, crossValidated } = value;
  return [
    ['part', 'term', 'estimate', 'standard error', 't', 'p', 'per sd'],
    ...coefficients.map(({ estimate, standardError, t, p }, index) => [
      'scores',
      index === 0 ? 'intercept' : names[index - 1]!,
      ...[estimate, standardError, t, p].map(text),
      '',
    ]),
    ...weights.map(({ measure, weight, perSd }) => [
      'measures',
      measure,
      text(weight),
      '',
      '',
      '',
      text(perSd),
    ]),
    ['measures', 'intercept', text(intercept), '', '', '', ''],
    ...crossValidated.map((r2, d) => [
      'rows held out',
      `R², first ${d + 1} by descending variance`,
      text(r2),
      '',
      '',
      '',
      '',
    ]),
    ...(
      [
        ['R²', value.r2],
        ['adjusted R²', value.adjustedR2],
        ['F', value.f],
        ['p', value.p],
        ['sd of what is left', value.residualSd],
      ] as const
    ).map(([term, figure]) => ['fit', term, text(figure), '', '', '', '']),
  ];
}
