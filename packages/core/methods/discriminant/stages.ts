import { ofWhole } from '../../preparation/ofWhole';
import type { PreparationInput } from '../../preparation/prepared';
import { prepared } from '../../preparation/stages';
import { stage } from '../../stages/stage';
import type { Discriminant } from './discriminant';
import type { Permuted } from './permuted';
import type { DiscriminantSettings } from './settings';
import type { Told } from './told';

/** What discriminant axes depend on. */
export interface DiscriminantAsk extends Pick<
  DiscriminantSettings,
  'label' | 'unknown' | 'keep' | 'shrinkage'
> {
  readonly preparation: PreparationInput;
  readonly without: readonly string[];
}

export const discriminant = stage<DiscriminantAsk, Discriminant>('discriminant', 2, 'heavy', [
  prepared,
  ...ofWhole,
]);

/** The axes held against permuted labels. */
export const permuted = stage<DiscriminantAsk & Pick<DiscriminantSettings, 'seed'>, Permuted>(
  'permuted',
  1,
  'long',
  [prepared, ...ofWhole, discriminant],
);

/** How well the axes tell the groups of rows, and those of rows held out. */
export const told = stage<DiscriminantAsk & Pick<DiscriminantSettings, 'priors' | 'folds' | 'seed'>, Told>(
  'told',
  2,
  'long',
  [prepared, ...ofWhole, discriminant],
);
