import type { Outcome } from '@wold/core/methods/outcome';
import type { ScoreRelation } from '@wold/core/use/scoreRelations';
import { cellText as text } from '@wold/core/writeup/cellText';
import type { Numbers } from '../../../outputs/TakeOutMenu';

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
