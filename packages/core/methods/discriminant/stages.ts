import { ofWhole } from '../../preparation/ofWhole';
import type { PreparationInput } from '../../preparation/prepared';
import { prepared } from '../../preparation/stages';
import { stage } from '../../stages/stage';
import type { Discriminant } from './discriminant';
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

export const discriminant = stage<DiscriminantAsk, Discriminant>('discriminant', 1, 'heavy', [
  prepared,
  ...ofWhole,
]);

/** How well the axes tell the groups of rows, and those of rows held out. */
export const told = stage<DiscriminantAsk & Pick<DiscriminantSettings, 'priors' | 'folds' | 'seed'>, Told>(
  'told',
  1,
  'long',
  [prepared, ...ofWhole, discriminant],
);
