import type { Factors } from '@wold/core/methods/factors/factors';
import { FACTOR_ROTATION } from '@wold/core/methods/factors/settings';
import { coefficient, percent } from '@wold/core/writeup/format';
import type { MethodWords } from '../method';
import { useFactorNumberAnswer } from './dimensions/answer';
import { FACTORS_HINTS } from './hints';
import { useFactorMeaningAnswer } from './meaning/answer';
import { useFitAnswer } from './trust/answer';

const rotated = (method: (typeof FACTOR_ROTATION)['method']) => ({
  rotation: { ...FACTOR_ROTATION, target: [], method },
});

export const factorsWords: MethodWords<'factors'> = {
  answers: { dimensions: useFactorNumberAnswer, meaning: useFactorMeaningAnswer, trust: useFitAnswer },
  files: [
    {
      kind: 'loadings',
      title: 'Loadings',
      what: 'pattern, structure, communality and uniqueness of each measure',
    },
    { kind: 'factors', title: 'Factors', what: 'sums of squares, α, ω, determinacy, and how they correlate' },
    { kind: 'fit', title: 'Fit', what: 'χ², RMSEA, TLI, CFI, BIC, SRMR and what else is told of it' },
    { kind: 'residuals', title: 'Residuals', what: 'every pair’s correlation, as found and as reproduced' },
    {
      kind: 'reliability',
      title: 'Reliability',
      what: 'each leading item: its rest correlation, α without it',
    },
    {
      kind: 'coefficients',
      title: 'Coefficients',
      what: 'what places a new row: means, units, coefficients',
    },
    { kind: 'costs', title: 'Costs', what: 'what one factor, two, and so on would cost' },
    { kind: 'comparison', title: 'Beside', what: 'each measure here and in what stands beside' },
    { kind: 'trail', title: 'Trail', what: 'the measures set aside, step by step, with reasons' },
    { kind: 'votes', title: 'Votes', what: 'what each rule says of how many there are' },
    { kind: 'random', title: 'Random data', what: 'what chance alone would give, whole and reduced' },
    { kind: 'report', title: 'Report table', what: 'rounded for print, as a table' },
    { kind: 'report-page', title: 'Report, page', what: 'table, method and results, for word processors' },
    { kind: 'report-text', title: 'Report, Markdown', what: 'the same as plain text' },
  ],
  actions: [
    { name: 'Rotate obliquely by oblimin', question: 'meaning', change: rotated('oblimin') },
    { name: 'Rotate obliquely by promax', question: 'meaning', change: rotated('promax') },
    { name: 'Rotate obliquely by geomin', question: 'meaning', change: rotated('geomin') },
    { name: 'Rotate by varimax', question: 'meaning', change: rotated('varimax') },
    { name: 'Rotate not at all', question: 'meaning', change: rotated('none') },
    {
      name: 'Keep the factors above random data (parallel analysis)',
      question: 'dimensions',
      change: { keep: 'parallel' },
    },
    {
      name: 'Extract by maximum likelihood',
      question: 'dimensions',
      change: { extraction: 'maximum-likelihood' },
    },
    {
      name: 'Extract by minimum residual',
      question: 'dimensions',
      change: { extraction: 'minimum-residual' },
    },
    { name: 'Extract by principal axes', question: 'dimensions', change: { extraction: 'principal-axis' } },
  ],
  hints: FACTORS_HINTS,
  when: 'what measures share, apart from what each has by itself: rating items, tests',
  scores: ({ scores }: Factors) =>
    'coefficients' in scores
      ? `Determinacy, how far they can tell the factors: ${Array.from(scores.determinacy, coefficient).join(', ')}.`
      : `There are none: ${scores.what}.`,
  fit: ({ structureSquares, measures, rotated: { oblique } }: Factors, dimensions) =>
    oblique
      ? 'oblique: shares overlap'
      : `${percent(dimensions.reduce((sum, d) => sum + structureSquares[d - 1]!, 0) / measures.length)} of the variance`,
  line: ({ rotated: { pattern }, jointShare }: Factors) =>
    `${pattern.columns} hold ${percent(jointShare)} together`,
};
