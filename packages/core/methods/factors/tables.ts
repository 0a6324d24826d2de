import { entry, type Matrix } from '../../algebra/matrix';
import type { Retention } from '../../dimensions/retention';
import { retention } from '../../dimensions/stages';
import { randomTable, votesTable } from '../voteTables';
import { cellText } from '../../writeup/cellText';
import { dimensionHeader } from '../../writeup/dimensionHeader';
import { dimensionName } from '../../writeup/dimensionName';
import { leadCounts, leadingDimensions, ledgerOrder } from '../leading';
import type { FileSource, MethodFile, ReductionOutput } from '../work';
import { besideAsk, costsAsk } from './ask';
import type { Comparison } from './comparison';
import type { FactorCost } from './costs';
import type { Factors } from './factors';
import { residualPairs } from './pairs';
import { reportHtml, reportMarkdown, reportRows } from './report';
import { problemText } from '../../problem';
import type { FactorsSettings } from './settings';
import { factorComparison, factorCosts, type FactorsAsk } from './stages';

type Output = ReductionOutput<Factors, FactorsSettings>;
type Source = FileSource<FactorsSettings, FactorsAsk>;

const votesOf = ({ settings, ask, preparation }: Source) => ({
  stage: retention,
  ask: { preparation, without: ask.without, settings: settings.retention },
});

const kept = ({ rotated }: Factors): number => rotated.pattern.columns;
const along = (matrix: Matrix, j: number): string[] =>
  Array.from({ length: matrix.columns }, (_, d) => cellText(entry(matrix, j, d)));

/** The tables of a reduction by common factors beside its scores. */
export const FACTORS_FILES: readonly MethodFile<FactorsSettings, FactorsAsk, Factors>[] = [
  { kind: 'loadings', rows: loadingsTable },
  { kind: 'factors', rows: factorsTable },
  { kind: 'fit', rows: fitTable },
  { kind: 'residuals', rows: residualsTable },
  { kind: 'reliability', rows: reliabilityTable },
  { kind: 'coefficients', rows: coefficientsTable },
  {
    kind: 'costs',
    // How many there are is not known before they are found: twice as many as are kept by default.
    also: ({ ask, settings }) => ({
      stage: factorCosts,
      ask: costsAsk(ask, typeof settings.keep === 'number' ? settings.keep : 0),
    }),
    rows: (_, costs: readonly FactorCost[] | null) => costsTable(costs),
  },
  {
    kind: 'comparison',
    also: ({ ask, settings }) => {
      const beside = besideAsk(ask, settings);
      return beside === null ? null : { stage: factorComparison, ask: { of: ask, beside } };
    },
    rows: (output, found: Comparison | null) => comparisonTable(output, found),
  },
  { kind: 'trail', rows: ({ settings }) => trailTable(settings) },
  { kind: 'votes', also: votesOf, rows: (_, votes: Retention | null) => votesTable(votes) },
  { kind: 'random', also: votesOf, rows: (_, votes: Retention | null) => randomTable(votes) },
  { kind: 'report', rows: reportRows },
  { kind: 'report-page', extension: 'html', text: reportHtml },
  { kind: 'report-text', extension: 'md', text: reportMarkdown },
];

/** Pattern and structure of each measure, the factor that leads it, its communality and its uniqueness. */
export function loadingsTable({ names, result, wordings }: Output): string[][] {
  const { measures, rotated, communalities, uniquenesses, heywood } = result;
  const { pattern, structure, oblique } = rotated;
  const leads = leadingDimensions(pattern);
  const header = dimensionHeader(names, kept(result));
  return [
    [
      'measure',
      'wording',
      ...(oblique ? header.map(name => `pattern, ${name}`) : header),
      ...(oblique ? header.map(name => `structure, ${name}`) : []),
      'leads',
      'communality',
      'uniqueness',
      'Heywood case',
    ],
    ...ledgerOrder(pattern).map(j => [
      measures[j]!,
      wordings.get(measures[j]!) ?? '',
      ...along(pattern, j),
      ...(oblique ? along(structure, j) : []),
      dimensionName(names, leads[j]! + 1),
      cellText(communalities[j]),
      cellText(uniquenesses[j]),
      heywood.includes(j) ? 'yes' : 'no',
    ]),
  ];
}

/**
 * What each factor holds (Σ of squared structure loadings, which overlap where factors correlate), its reliability, what
 * its scores are worth, its correlations with the others, and apart from these the correlations of the estimated scores.
 */
export function factorsTable({ names, result }: Output): string[][] {
  const { rotated, structureSquares, reliabilities, scores, reducedEigenvalues } = result;
  const header = dimensionHeader(names, kept(result));
  const leads = leadCounts(rotated.pattern);
  const estimated = 'coefficients' in scores ? scores : null;
  return [
    [
      'factor',
      'name',
      'sum of squared structure loadings',
      'measures it leads',
      'alpha',
      'omega',
      'determinacy (squared)',
      'validity of its scores',
      'reduced eigenvalue of that place',
      ...(rotated.oblique ? header.map(name => `correlation with ${name}`) : []),
      ...(estimated === null ? [] : header.map(name => `correlation of estimated scores with ${name}'s`)),
    ],
    ...header.map((name, d) => [
      String(d + 1),
      name,
      cellText(structureSquares[d]),
      String(leads[d]),
      cellText(reliabilities[d]?.alpha),
      cellText(reliabilities[d]?.omega),
      cellText(estimated?.determinacy[d]),
      cellText(estimated?.validity[d]),
      cellText(reducedEigenvalues[d]),
      ...(rotated.oblique ? along(rotated.phi, d) : []),
      ...(estimated === null ? [] : along(estimated.correlations, d)),
    ]),
  ];
}

/** Each figure of the fit. */
export function fitTable({ result }: Output): string[][] {
  const { fit, residuals, n, jointShare, extraction, rotated } = result;
  const figures: readonly (readonly [string, number | null | undefined])[] = [
    ['rows', n],
    ['share of all variance held together', jointShare],
    ['discrepancy', fit?.discrepancy],
    ['df', fit?.df],
    ['chi-square', fit?.plain.value],
    ['its p', fit?.plain.p],
    ['chi-square, Bartlett’s correction', fit?.corrected.value],
    ['its p, corrected', fit?.corrected.p],
    ['RMSEA', fit?.rmsea],
    ['RMSEA, lower end of 90 %', fit?.rmseaLow],
    ['RMSEA, upper end of 90 %', fit?.rmseaHigh],
    ['TLI', fit?.tli],
    ['CFI', fit?.cfi],
    ['BIC', fit?.bic],
    ['SRMR', residuals.srmr],
    ['share of residuals beyond .05', residuals.beyond],
    ['iterations of the extraction', extraction.iterations],
    ['extraction converged', Number(extraction.converged)],
    ['rotation converged', Number(rotated.converged)],
    ['starts of the rotation', rotated.starts],
    ['starts that reached the best end', rotated.reached],
    ['different ends', rotated.optima],
  ];
  return [['figure', 'value'], ...figures.map(([name, value]) => [name, cellText(value)])];
}

/** Each pair's correlation, as it is and as the factors have it, the largest residual first. */
export function residualsTable({ result }: Output): string[][] {
  return [
    ['measure', 'with', 'correlation', 'reproduced', 'residual', 'beyond .05'],
    ...residualPairs(result).map(({ a, b, found, reproduced, residual }) => [
      a,
      b,
      ...[found, reproduced, residual].map(cellText),
      Math.abs(residual) > 0.05 ? 'yes' : 'no',
    ]),
  ];
}

/** The leading items of each factor: their correlation with the sum of the others, and α without them. */
export function reliabilityTable({ names, result }: Pick<Output, 'names' | 'result'>): string[][] {
  const { measures, reliabilities } = result;
  return [
    ['factor', 'alpha', 'omega', 'item', 'turned', 'correlation with the rest', 'alpha without it'],
    ...reliabilities.flatMap(({ alpha, omega, items }, d) =>
      items.map(({ item, turned, rest, alphaWithout }) => [
        dimensionName(names, d + 1),
        cellText(alpha),
        cellText(omega),
        measures[item]!,
        turned ? 'yes' : 'no',
        cellText(rest),
        cellText(alphaWithout),
      ]),
    ),
  ];
}

/**
 * What scores a new row: each measure treated as these were, its mean taken off, divided by its unit, multiplied by the
 * coefficients.
 */
export function coefficientsTable({ names, result }: Output): string[][] {
  const { measures, centres, units } = result;
  const header = dimensionHeader(names, kept(result));
  const { scores } = result;
  // A file says why in the place of what cannot be had.
  if (!('coefficients' in scores))
    return [
      ['measure', 'problem'],
      ['', problemText(scores)],
    ];
  const { coefficients } = scores;
  return [
    ['measure', 'mean', 'divided by', ...header],
    ...measures.map((measure, j) => [
      measure,
      cellText(centres[j]),
      cellText(units[j]),
      ...along(coefficients, j),
    ]),
  ];
}

/** What one factor, two, and so on would cost. */
export function costsTable(costs: readonly FactorCost[] | null): string[][] {
  return [
    [
      'factors',
      'measures of communality under .4',
      'factors led by fewer than three',
      'share of residuals beyond .05',
      'Heywood cases',
      'converged',
    ],
    ...(costs ?? []).map(({ factors, poorlyHeld, thin, beyond, heywood, converged }) => [
      ...[factors, poorlyHeld, thin, beyond, heywood].map(cellText),
      converged ? 'yes' : 'no',
    ]),
  ];
}

/** Each measure in two solutions: the factors that lead it, and its communalities. */
export function comparisonTable({ names }: Pick<Output, 'names'>, found: Comparison | null): string[][] {
  const name = (d: number | null) => (d === null ? '' : dimensionName(names, d + 1));
  const other = (d: number | null) => (d === null ? '' : String(d + 1));
  return [
    ['measure', 'leads', 'leads beside', 'moved', 'communality', 'communality beside'],
    ...(found?.measures ?? []).map(
      ({ measure, leads, leadsBeside, moved, communality, communalityBeside }) => [
        measure,
        name(leads),
        other(leadsBeside),
        moved ? 'yes' : 'no',
        cellText(communality),
        cellText(communalityBeside),
      ],
    ),
    ...(found?.factors ?? []).map(({ of, beside, congruence }) => [
      'factors matched',
      name(of),
      other(beside),
      '',
      cellText(congruence),
      '',
    ]),
  ];
}

/** The measures that were set aside, step by step. */
export function trailTable({ trail }: Pick<FactorsSettings, 'trail'>): string[][] {
  return [
    ['step', 'measure', 'reason'],
    ...trail.flatMap(({ measures, reason }, step) =>
      measures.map(measure => [String(step + 1), measure, reason]),
    ),
  ];
}
