import { placement, type OfPlacement } from '../methods/stages';
import { stage } from '../stages/stage';
import type { Replicates } from './replicates';

export const replicates = stage<OfPlacement & { readonly label: string }, Replicates>(
  'replicates',
  1,
  'long',
  [placement],
);
