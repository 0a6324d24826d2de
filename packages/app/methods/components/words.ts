import type { Components } from '@wold/core/methods/components/components';
import { percent } from '../../charts/format';
import type { MethodWords } from '../method';
import { useDimensionsAnswer } from './dimensions/answer';
import { heldShare } from './dimensions/cost';
import { useMeaningAnswer } from './meaning/answer';
import { useTrustAnswer } from './trust/answer';

export const componentsWords: MethodWords = {
  answers: { dimensions: useDimensionsAnswer, meaning: useMeaningAnswer, trust: useTrustAnswer },
  files: [
    { kind: 'loadings', title: 'Loadings', what: 'each measure’s loadings, and what is held of it' },
    {
      kind: 'coefficients',
      title: 'Coefficients',
      what: 'what places a new row: means, sds and coefficients',
    },
    { kind: 'eigenvalues', title: 'Eigenvalues', what: 'every dimension’s eigenvalue and share' },
  ],
  line: (value: Components) => `${value.kept} keep ${percent(heldShare(value))}`,
};
