import type { MissingRule } from '@wold/core/preparation/missing';
import type { OutlierRule } from '@wold/core/preparation/outliers';
import type { Scale } from '@wold/core/preparation/prepared';
import type { Weighting } from '@wold/core/preparation/rowWeights';
import type { RowTransform } from '@wold/core/preparation/rowTransform';
import type { ColumnTransform } from '@wold/core/preparation/transform';

/** A choice of a brief: its value, its words, and when to use it. */
export interface WordChoice<T> {
  readonly value: T;
  readonly name: string;
  readonly when: string;
}

export const MISSING_WORDS: readonly WordChoice<MissingRule>[] = [
  {
    value: 'leave-out-rows',
    name: 'leave out rows with any missing measure',
    when: 'Gaps are few, and the rows that have them are like the others.',
  },
  {
    value: 'median',
    name: 'fill gaps with the median',
    when: 'Few gaps in many rows; draws measures apart a little.',
  },
  {
    value: 'mean',
    name: 'fill gaps with the mean',
    when: 'As the median, where distributions are symmetric.',
  },
  {
    value: 'components',
    name: 'fill gaps by components',
    when: 'Measures hang together: each gap takes what the others foretell (Josse and Husson 2012).',
  },
  {
    value: 'keep',
    name: 'keep gaps',
    when: 'For methods that take them: components are found one by one from what is there (NIPALS, H. Wold 1966).',
  },
];

export const GAP_WORDS: readonly WordChoice<number>[] = [
  { value: 1, name: 'any number of gaps', when: 'All measures but the empty.' },
  { value: 0.5, name: 'at most half missing', when: 'A measure with more gaps than entries is set aside.' },
  { value: 0.2, name: 'at most a fifth missing', when: 'Gappy measures cost more rows than they are worth.' },
  { value: 0.05, name: 'at most 5 % missing', when: 'Only nearly complete measures.' },
];

/** An outlier rule with the reach that goes with it. */
export const OUTLIER_WORDS: readonly (WordChoice<OutlierRule> & { readonly reach: number })[] = [
  {
    value: 'none',
    name: 'leave outliers as they are',
    when: 'They are real, or there are none.',
    reach: 1.5,
  },
  {
    value: 'fences',
    name: 'pull outliers in to the fences',
    when: 'Keeps the row, takes the weight off a wild entry.',
    reach: 1.5,
  },
  {
    value: 'leave-out-rows',
    name: 'leave out rows with an outlier',
    when: 'A wild entry means the whole reading went wrong.',
    reach: 3,
  },
  {
    value: 'robust-z',
    name: 'pull in beyond a robust z score',
    when: 'Limits by median and median deviation, which outliers cannot move.',
    reach: 3.5,
  },
];

/** Transforms of single measures. */
export const TRANSFORM_WORDS: readonly WordChoice<ColumnTransform>[] = [
  { value: 'none', name: 'nothing', when: 'Entries are taken as they are.' },
  { value: 'log', name: 'by logarithm', when: 'Positive entries that differ by factors.' },
  { value: 'log1p', name: 'by log(1 + x)', when: 'As the logarithm, with zeros.' },
  { value: 'square-root', name: 'by square root', when: 'Counts, and mild skewness.' },
  {
    value: 'box-cox',
    name: 'by the Box–Cox power',
    when: 'Positive entries; the power is fitted to each measure.',
  },
  {
    value: 'yeo-johnson',
    name: 'by the Yeo–Johnson power',
    when: 'Any entries; the power is fitted to each measure.',
  },
  { value: 'ranks', name: 'to ranks', when: 'Only the order counts.' },
  {
    value: 'normal-scores',
    name: 'to normal scores',
    when: 'Only the order counts, brought to the shape of the normal (Blom 1958).',
  },
];

/** Transforms of whole rows, for counts and shares. */
export const ROW_TRANSFORM_WORDS: readonly WordChoice<RowTransform>[] = [
  {
    value: 'proportions',
    name: 'to shares of each row',
    when: 'Counts, where how many there are does not matter.',
  },
  {
    value: 'hellinger',
    name: 'to Hellinger’s roots of shares',
    when: 'Counts with many zeros, as of species or motifs.',
  },
  {
    value: 'centred-log-ratio',
    name: 'to centred log-ratios',
    when: 'Compositions; a zero counts as half the smallest entry above zero.',
  },
];

export const SCALE_WORDS: readonly WordChoice<Scale>[] = [
  {
    value: 'unit-variance',
    name: 'unit variance',
    when: 'Measures in different units, or of very different size: each counts alike.',
  },
  {
    value: 'centre',
    name: 'their mean only',
    when: 'All measures share one unit, and a wider spread should count for more.',
  },
  { value: 'range', name: 'their range', when: 'Bounded scales of different lengths.' },
  {
    value: 'robust',
    name: 'their robust spread',
    when: 'As unit variance, by 1.4826 × the median deviation: outliers do not shrink their measure.',
  },
  {
    value: 'none',
    name: 'its own origin and unit',
    when: 'Zero means none and sizes compare as they are: dimensions are taken about zero, and the first is mostly size.',
  },
];

export const WEIGHTING_WORDS: readonly WordChoice<Weighting>[] = [
  {
    value: 'proportional',
    name: 'in proportion',
    when: 'Real weights: rescaled to sum to the rows, divisor n − 1.',
  },
  { value: 'counts', name: 'as counts', when: 'How often a row stands for itself: divisor Σw − 1.' },
];
