import { prepared, type OfPreparation } from '../preparation/stages';
import { stage } from '../stages/stage';
import type { CorrelationKind } from './correlationMatrix';
import type { Mardia } from './mardia';
import type { Relation } from './relations';
import type { Suitability } from './suitability';

export const relations = stage<OfPreparation & { readonly measure: string }, readonly Relation[]>(
  'relations',
  1,
  'light',
  [prepared],
);

export const normality = stage<OfPreparation, Mardia | null>('normality', 1, 'long', [prepared]);

export const suitability = stage<OfPreparation & { readonly kind: CorrelationKind }, Suitability>(
  'suitability',
  1,
  'long',
  [prepared, normality],
);
