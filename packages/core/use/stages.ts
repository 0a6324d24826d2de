import { ofWhole } from '../preparation/ofWhole';
import { placement, type OfPlacement } from '../methods/stages';
import { stage } from '../stages/stage';
import { prepared, type OfPreparation } from '../preparation/stages';
import type { LevelCentres } from './levelCentres';
import type { PlacedAccount } from './placedAccount';
import type { ScoreRelation } from './scoreRelations';

export const scoreRelations = stage<OfPlacement, readonly ScoreRelation[]>('scoreRelations', 1, 'long', [
  placement,
]);

/** How rows that are only placed stand to those in use. */
export const placedAccount = stage<OfPreparation, PlacedAccount>('placedAccount', 1, 'long', [prepared]);

/** Where the levels of a label lie on each measure. */
export const levelCentres = stage<OfPreparation & { readonly label: string }, LevelCentres>(
  'levelCentres',
  1,
  'heavy',
  [prepared, ...ofWhole],
);
