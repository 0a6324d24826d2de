import { placement, type OfPlacement } from '../methods/stages';
import { stage } from '../stages/stage';
import { prepared, type OfPreparation } from '../preparation/stages';
import type { PictureFigures } from './pictureFigures';
import type { Replicates } from './replicates';

export const replicates = stage<OfPlacement & { readonly by: readonly string[] }, Replicates>(
  'replicates',
  2,
  'long',
  [placement],
);

/** How true a picture of rows is, whatever made it. Dimensions are counted from 0. */
export const pictureFigures = stage<
  OfPlacement &
    OfPreparation & {
      readonly dimensions: readonly number[];
      readonly k: number;
      readonly label: string | null;
    },
  PictureFigures
>('pictureFigures', 1, 'long', [prepared, placement]);
