import { placement, type OfPlacement } from '../methods/stages';
import { stage } from '../stages/stage';
import type { Clusters } from './clusters';

/** Rows of a reduction parted into clusters. */
export const clusters = stage<OfPlacement & { readonly most: number; readonly seed: number }, Clusters>(
  'clusters',
  1,
  'long',
  [placement],
);
