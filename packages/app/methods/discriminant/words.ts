import type { Discriminant } from '@wold/core/methods/discriminant/discriminant';
import { percent, shortName } from '@wold/core/writeup/format';
import type { MethodWords } from '../method';
import { useAxesAnswer } from './dimensions/answer';
import { DISCRIMINANT_HINTS } from './hints';
import { useAxesMeaningAnswer } from './meaning/answer';
import { useToldAnswer } from './trust/answer';

export const discriminantWords: MethodWords<'discriminant'> = {
  answers: { dimensions: useAxesAnswer, meaning: useAxesMeaningAnswer, trust: useToldAnswer },
  files: [
    { kind: 'loadings', title: 'Structure', what: 'each measure’s correlations with the axes, and weights' },
    { kind: 'coefficients', title: 'Coefficients', what: 'what places a new row: means and coefficients' },
    { kind: 'axes', title: 'Axes', what: 'every axis: eigenvalue, share, and the test of those from it on' },
    { kind: 'centres', title: 'Centres', what: 'each group’s rows and its mean on the axes' },
    {
      kind: 'confusions',
      title: 'Confusions',
      what: 'which groups are taken for which, held out too',
      ofRows: true,
    },
    {
      kind: 'groups',
      title: 'Groups told',
      what: 'for each row the group that it is told to be of',
      ofRows: true,
    },
  ],
  actions: [
    { name: 'Keep all discriminant axes', question: 'dimensions', change: { keep: 'all' } },
    {
      name: 'Shrink the covariance within groups always',
      question: 'dimensions',
      change: { shrinkage: 'always' },
    },
    { name: 'Take groups to be equally likely', question: 'trust', change: { priors: 'equal' } },
  ],
  hints: DISCRIMINANT_HINTS,
  when: 'axes that part the levels of a label; it knows the label, so stand it beside one that does not',
  fit: ({ shares, label }: Discriminant, dimensions) =>
    `${percent(dimensions.reduce((sum, d) => sum + shares[d - 1]!, 0))} of what parts ${label}`,
  line: ({ kept, shares, label }: Discriminant) =>
    `${shortName(label, 14)}: ${kept} hold ${percent(shares.slice(0, kept).reduce((sum, share) => sum + share, 0))}`,
};
