import { prepared, type OfPreparation } from '../preparation/stages';
import { placement, type OfPlacement } from '../methods/stages';
import { stage } from '../stages/stage';
import type { Clusters } from './clusters';

/** Rows of a reduction parted into clusters. */
export const clusters = stage<OfPlacement & { readonly most: number; readonly seed: number }, Clusters>(
  'clusters',
  2,
  'long',
  [placement],
);

/** Rows parted into clusters by the measures themselves, as they are prepared. */
export const measureClusters = stage<
  OfPreparation & { readonly without: readonly string[]; readonly most: number; readonly seed: number },
  Clusters
>('measureClusters', 2, 'long', [prepared]);
