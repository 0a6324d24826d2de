import { placement, type OfPlacement } from '../methods/stages';
import { stage } from '../stages/stage';
import type { ScoreRelation } from './scoreRelations';

export const scoreRelations = stage<OfPlacement, readonly ScoreRelation[]>('scoreRelations', 1, 'long', [
  placement,
]);
