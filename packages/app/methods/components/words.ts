import type { Components } from '@wold/core/methods/components/components';
import { percent } from '@wold/core/writeup/format';
import type { MethodWords } from '../method';
import { useDimensionsAnswer } from './dimensions/answer';
import { heldShare } from './dimensions/cost';
import { COMPONENTS_HINTS } from './hints';
import { useMeaningAnswer } from './meaning/answer';
import { useTrustAnswer } from './trust/answer';

export const componentsWords: MethodWords<'components'> = {
  answers: { dimensions: useDimensionsAnswer, meaning: useMeaningAnswer, trust: useTrustAnswer },
  files: [
    { kind: 'loadings', title: 'Loadings', what: 'each measure’s loadings, and what is held of it' },
    {
      kind: 'coefficients',
      title: 'Coefficients',
      what: 'what places a new row: means, sds and coefficients',
    },
    {
      kind: 'eigenvalues',
      title: 'Eigenvalues',
      what: 'every dimension’s eigenvalue and share, with those of random data',
    },
    {
      kind: 'dimensions',
      title: 'Kept dimensions',
      what: 'what each holds as it stands, rotated or not, and how they correlate',
    },
    { kind: 'measures', title: 'Measures', what: 'squared cosines and contributions' },
    { kind: 'votes', title: 'Votes', what: 'what each rule says of how many there are' },
    { kind: 'random', title: 'Random data', what: 'what chance alone would give, whole and reduced' },
    {
      kind: 'rows',
      title: 'Rows',
      what: 'T² and Q with their limits, contributions and squared cosines',
      ofRows: true,
    },
  ],
  actions: [
    {
      name: 'Rotate by varimax',
      question: 'meaning',
      change: { rotation: { method: 'varimax', power: 4 } },
    },
    {
      name: 'Rotate obliquely by promax',
      question: 'meaning',
      change: { rotation: { method: 'promax', power: 4 } },
    },
    { name: 'Rotate not at all', question: 'meaning', change: { rotation: { method: 'none', power: 4 } } },
    {
      name: 'Keep the dimensions above random data (parallel analysis)',
      question: 'dimensions',
      change: { keep: 'parallel' },
    },
    {
      name: 'Keep the dimensions with eigenvalues above average',
      question: 'dimensions',
      change: { keep: 'above-average' },
    },
    { name: 'Decompose the correlations', question: 'dimensions', change: { basis: 'correlations' } },
    { name: 'Decompose the covariances', question: 'dimensions', change: { basis: 'covariances' } },
  ],
  hints: COMPONENTS_HINTS,
  when: 'few dimensions that hold most of the variance',
  fit: ({ heldBy }: Components, dimensions) =>
    `${percent(dimensions.reduce((sum, d) => sum + heldBy[d - 1]!, 0))} of the variance`,
  line: (value: Components) => `${value.kept} keep ${percent(heldShare(value))}`,
};
