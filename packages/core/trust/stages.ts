import { placement, type OfPlacement } from '../methods/stages';
import { stage } from '../stages/stage';
import type { Replicates } from './replicates';

export const replicates = stage<OfPlacement & { readonly by: readonly string[] }, Replicates>(
  'replicates',
  2,
  'long',
  [placement],
);
