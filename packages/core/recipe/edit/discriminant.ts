import type { Recipe, ReductionBy } from '../schema';
import { withReduction } from './reductions';

/**
 * The recipe where discriminant axes separate the levels of another label. A map that was coloured by the one before is
 * coloured by the new one, which its sentences speak of; one that was coloured by something else stays as it is.
 */
export function withSeparatedLabel(
  recipe: Recipe,
  { id, settings, map }: ReductionBy<'discriminant'>,
  label: string | null,
): Recipe {
  const isByLabel = map.colour === null || map.colour === settings.label;
  return withReduction(recipe, id, {
    settings: { ...settings, label, unknown: 'so named' },
    map: isByLabel ? { ...map, colour: label } : map,
  });
}
