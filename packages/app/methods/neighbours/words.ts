import type { NeighbourMap } from '@wold/core/methods/neighbours/neighbourMap';
import { fixed, percent } from '@wold/core/writeup/format';
import type { MethodWords } from '../method';
import { useNeighbourhoodAnswer } from './dimensions/answer';
import { NEIGHBOURS_HINTS } from './hints';
import { layoutName, stepsOf } from './layoutWords';
import { useApartAnswer } from './meaning/answer';
import { useTruenessAnswer } from './trust/answer';

export const neighboursWords: MethodWords<'neighbours'> = {
  answers: { dimensions: useNeighbourhoodAnswer, meaning: useApartAnswer, trust: useTruenessAnswer },
  files: [
    { kind: 'course', title: 'Course', what: 'the curve of what was made small' },
    {
      kind: 'quality',
      title: 'Trueness',
      what: 'each row’s neighbours kept, trustworthiness and continuity',
      ofRows: true,
    },
  ],
  actions: [
    { name: 'Lay the map out by t-SNE', question: 'dimensions', change: { embedding: 't-sne' } },
    { name: 'Lay the map out by UMAP', question: 'dimensions', change: { embedding: 'umap' } },
    { name: 'Take distances by the cosine', question: 'dimensions', change: { metric: 'cosine' } },
    { name: 'Take distances by Euclid', question: 'dimensions', change: { metric: 'euclidean' } },
  ],
  hints: NEIGHBOURS_HINTS,
  when: 't-SNE or UMAP: rows that are alike near each other, for many rows and bent shapes',
  scores: () => 'Places on the map: near ones are alike, far distances and the axes mean nothing.',
  fit: ({ by, loss }: NeighbourMap) => {
    const last = loss.at(-1)?.value;
    if (last === undefined) return '';
    return by === 't-sne' ? `KL ${fixed(last, 2)}` : `cross-entropy ${fixed(last, 3)} a pair`;
  },
  line: ({ by, done, of }: NeighbourMap) =>
    done < of ? `${layoutName(by)}, ${percent(done / of)} done` : `${layoutName(by)}, ${stepsOf(by, done)}`,
};
