import type { NeighbourMap } from '@wold/core/methods/neighbours/neighbourMap';
import { count } from '@wold/core/writeup/format';

/** t-SNE or UMAP. */
export const layoutName = (by: NeighbourMap['by']): string => (by === 't-sne' ? 't-SNE' : 'UMAP');

/** 1,000 iterations, or 200 epochs. */
export const stepsOf = (by: NeighbourMap['by'], steps: number): string =>
  count(steps, by === 't-sne' ? 'iteration' : 'epoch');

/** What the curve is of. */
export const lossName = (by: NeighbourMap['by']): string =>
  by === 't-sne' ? 'KL divergence' : 'cross-entropy a pair drawn';
