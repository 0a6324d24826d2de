import { ofWhole } from '../preparation/ofWhole';
import { placement, type OfPlacement } from '../methods/stages';
import { methodNamed } from '../methods/all';
import type { AnyStage } from '../stages/stage';
import { stage } from '../stages/stage';
import { prepared, type OfPreparation } from '../preparation/stages';
import type { Halves } from './halves';
import type { LeftOut } from './leftOut';
import type { PictureFigures } from './pictureFigures';
import type { Replicates } from './replicates';
import type { Resamples } from './resamples';
import type { Resampling } from './resampling';
import type { Sizes } from './sizes';

export const replicates = stage<OfPlacement & { readonly by: readonly string[] }, Replicates>(
  'replicates',
  3,
  'long',
  ({ reduced }) => [placement, ...ofWhole, methodNamed(reduced.method).stage],
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

/** What dimensions found again depend on. */
export interface OfDimensions extends OfPlacement {
  readonly resampling: Resampling;
}

/** What finds a method's dimensions, and all that it rests on. */
const found = ({ reduced: { method, ask } }: OfPlacement): AnyStage[] => {
  const own = methodNamed(method).stage;
  return [prepared, own, ...own.restsOn(ask)];
};

const course = { kept: true };

/** Dimensions of rows drawn anew. */
export const resamples = stage<OfDimensions, Resamples>('resamples', 2, 'long', found, course);

/** Dimensions of halves of the rows, drawn at random or made by a label. */
export const halves = stage<OfDimensions & { readonly by: string | null }, Halves>(
  'halves',
  1,
  'long',
  found,
  course,
);

/** Dimensions without each row. */
export const leftOut = stage<
  OfPlacement & { readonly resampling: Pick<Resampling, 'alignment' | 'groups'> },
  LeftOut
>('leftOut', 1, 'long', found, course);

/** Dimensions of fewer rows, and of more. */
export const sizes = stage<OfDimensions, Sizes>('sizes', 1, 'long', found, course);
